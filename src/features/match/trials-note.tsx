'use client';

import Box from '@mui/material/Box';
import type { Trial } from '@/db';
import { useUnits } from '@/ui/units';
import { Moment } from '@/ui/when';

/** Outside lengths nearer than this are one size, mm: half of the half inch that sizes go by. */
const SAME_SIZE_MM = 6.35;

/** How belts of about this size did on this drive before. */
export function TrialsNote({ trials, outsideMm }: { trials: readonly Trial[]; outsideMm: number | null }) {
  const { show } = useUnits();
  const near = outsideMm === null ? trials : trials.filter((t) => Math.abs(t.outsideMm - outsideMm) <= SAME_SIZE_MM);
  if (near.length === 0) return null;
  return (
    <Box
      role="note"
      sx={{ borderLeft: '3px solid', borderColor: near.some((t) => !t.worked) ? 'var(--ts-copper)' : 'var(--ts-work)', pl: 1.5, my: 1.5 }}
    >
      {near.map((t) => (
        <Box key={t.number + t.at}>
          <strong>{t.worked ? 'Worked' : 'Did not work'}</strong> here as a substitute: <span className="ts-mono">{t.belt}</span>,{' '}
          {show(t.outsideMm, 'length')} outside, job {t.number}, <Moment at={t.at} as="day" />.{t.note ? ` ${t.note}` : ''}
        </Box>
      ))}
    </Box>
  );
}
