import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import type { ReactNode } from 'react';

export interface LinkRow {
  readonly key: number;
  readonly href: string;
  /** What it is called, and whatever else fits the columns. */
  readonly cells: readonly ReactNode[];
}

/** A list whose every row leads somewhere: in columns where there is room, one under the other on a phone. Longer ones are cut, and say so. */
export function LinkRows({ rows, columns, most = 300 }: { rows: readonly LinkRow[]; columns: string; most?: number }) {
  return (
    <>
      <Box
        component="ul"
        sx={{ listStyle: 'none', m: 0, p: 0, border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)' }}
      >
        {rows.slice(0, most).map((row) => (
          <Box component="li" key={row.key} sx={{ '& + li': { borderTop: '1px solid var(--ts-edge)' } }}>
            <Box
              component={Link}
              href={row.href}
              sx={{
                display: 'grid',
                gridTemplateColumns: { xs: '1fr', md: columns },
                columnGap: 2,
                p: '12px 16px',
                color: 'inherit',
                textDecoration: 'none',
                alignItems: 'center',
                '&:hover': { bgcolor: 'var(--ts-work-soft)' },
                '& > :first-of-type': { fontWeight: 650 },
              }}
            >
              {row.cells.map((cell, i) => (
                <Box key={i}>{cell}</Box>
              ))}
            </Box>
          </Box>
        ))}
      </Box>
      {rows.length > most && (
        <Typography sx={{ mt: 1, color: 'var(--ts-quiet)' }}>
          The first {most} of {rows.length}; Find (Ctrl K) finds the others.
        </Typography>
      )}
    </>
  );
}

/** Beside the name of a row: softer. */
export function Quiet({ children }: { children: ReactNode }) {
  return (
    <Box component="span" suppressHydrationWarning sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
      {children}
    </Box>
  );
}
