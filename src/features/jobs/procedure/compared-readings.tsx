'use client';

import Box from '@mui/material/Box';
import type { Compared, Step } from '@/core/job';
import { useUnits } from '@/ui/units';

/** Two readings of a step compared: their difference against its limit, and what a larger one means. */
export function ComparedReadings({ step: { agree }, compared }: { step: Step; compared: Compared }) {
  const units = useUnits();
  if (!agree) return null;
  const show = (value: number) =>
    compared.in === 'length' || compared.in === 'force' ? units.show(value, compared.in) : String(Math.round(value * 10) / 10);
  return (
    <Box role="status" sx={{ fontWeight: compared.agree ? 450 : 650, color: compared.agree ? 'inherit' : 'var(--ts-stop)' }}>
      {compared.agree
        ? `Difference: ${show(compared.difference)}, within the limit of ${show(agree.within)}.`
        : `■ Difference: ${show(compared.difference)}, over the limit of ${show(agree.within)}. ${agree.otherwise}`}
    </Box>
  );
}
