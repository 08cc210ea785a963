'use client';

import Box from '@mui/material/Box';
import { useUnits } from '@/ui/units';
import { type NextPanelProps, NextStep } from './next-step';

/** Progress, and the next action. */
export function NextPanel(props: NextPanelProps) {
  const { notebook, look } = props;
  const { show } = useUnits();
  const status = look?.answer.status;
  const word = !look
    ? 'Calculating…'
    : status === 'conflict'
      ? 'Contradiction'
      : status === 'undetermined'
        ? 'Some positions are not fixed yet'
        : look.built.drive
          ? 'Ready to be made'
          : 'Every pulley is fixed';
  const paths = (look?.answer.belts ?? []).flatMap((b, i) =>
    b.sd === null ? [] : [`${notebook.belts[i]?.label ?? 'Path'} ± ${show(2 * b.sd, 'length', 1)}`],
  );
  return (
    <Box
      component="section"
      aria-label="Next step"
      sx={{
        border: '1px solid var(--ts-edge)',
        borderLeft: `4px solid ${status === 'conflict' ? 'var(--ts-copper)' : 'var(--ts-work)'}`,
        borderRadius: '4px',
        bgcolor: 'var(--ts-card)',
        p: 1.5,
      }}
    >
      <Box
        role="status"
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 1.5,
          fontSize: 13,
          color: status === 'conflict' ? 'var(--ts-copper)' : 'var(--ts-quiet)',
          fontWeight: 600,
        }}
      >
        <span>{word}</span>
        {paths.map((p) => (
          <span key={p} className="ts-mono" style={{ fontWeight: 500 }}>
            {p}
          </span>
        ))}
      </Box>
      <NextStep {...props} />
    </Box>
  );
}
