import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** Mark on every practice screen that the machine is simulated, so that it is not mistaken for a job. */
export function SimulatedMark({ code, children }: { code?: string; children?: ReactNode }) {
  return (
    <Box
      sx={{
        px: { xs: 1.5, sm: 2.5 },
        py: 1,
        borderBottom: '3px dashed var(--ts-work)',
        bgcolor: 'var(--ts-card)',
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 2,
        rowGap: 0.5,
        alignItems: 'baseline',
        position: 'sticky',
        top: 0,
        zIndex: 16,
      }}
    >
      {children}
      <Box sx={{ color: 'var(--ts-quiet)', fontSize: 14, ml: { sm: children ? 'auto' : 0 } }}>
        Simulated: practice, not a job
        {code && (
          <>
            {' '}
            · code <span className="ts-mono">{code}</span>
          </>
        )}
      </Box>
    </Box>
  );
}
