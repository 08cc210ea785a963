'use client';

import Box from '@mui/material/Box';
import type { MatchedBelt } from '@/core/drive';
import { useUnits } from '@/ui/units';
import { Moment } from '@/ui/when';
import { runsOn } from '@/services/candidates';
import type { Trial } from '@/contract/records';

/** Outside lengths closer than this are one size, mm: half of the usual step of half an inch. */
const SAME_SIZE_MM = 6.35;

/** Substitutes of about this size that were tried on the drive before. */
export const trialsOfSize = (trials: readonly Trial[], outsideMm: number): readonly Trial[] =>
  trials.filter((t) => Math.abs(t.outsideMm - outsideMm) <= SAME_SIZE_MM);

/** Earlier trials of this size on the drive, and whether they contradict the computed verdict. All trials while no belt is chosen. */
export function TrialsNote({ trials, chosen }: { trials: readonly Trial[]; chosen: Pick<MatchedBelt, 'outsideMm' | 'verdict'> | null }) {
  const { show } = useUnits();
  const near = chosen === null ? trials : trialsOfSize(trials, chosen.outsideMm);
  if (near.length === 0) return null;
  const contradicts = chosen !== null && near.some((t) => t.worked !== runsOn(chosen));
  return (
    <Box
      role="note"
      sx={{
        borderLeft: '3px solid',
        borderColor: contradicts || near.some((t) => !t.worked) ? 'var(--ts-copper)' : 'var(--ts-work)',
        pl: 1.5,
        my: 1,
        fontSize: 14,
      }}
    >
      {near.map((t) => (
        <Box key={t.number + t.at}>
          <strong>{t.worked ? 'Worked' : 'Did not work'}</strong> on this drive as a substitute: <span className="ts-mono">{t.belt}</span>,{' '}
          {show(t.outsideMm, 'length')} outside, job {t.number}, <Moment at={t.at} as="day" />.{t.note ? ` ${t.note}` : ''}
        </Box>
      ))}
      {contradicts && (
        <Box sx={{ fontWeight: 600 }}>The trial contradicts the calculation. Measure the drive again before you rely on either.</Box>
      )}
    </Box>
  );
}
