import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** Labels and values in two columns, without empty ones. */
export function Facts({ rows, ink = 'var(--ts-quiet)' }: { rows: readonly (readonly [string, ReactNode])[]; ink?: string }) {
  return (
    <Box
      component="dl"
      sx={{ m: 0, display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 1.5, rowGap: 0.5, fontSize: 14, alignContent: 'start' }}
    >
      {rows
        .filter(([, value]) => value !== '' && value !== null)
        .map(([name, value]) => (
          <Box key={name} sx={{ display: 'contents' }}>
            <Box component="dt" sx={{ color: ink }}>
              {name}
            </Box>
            <Box component="dd" sx={{ m: 0, overflowWrap: 'anywhere' }}>
              {value}
            </Box>
          </Box>
        ))}
    </Box>
  );
}
