'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Mounting } from '@/core/drive';
import { useUnits } from '@/ui/units';

/** States whether the belt fits by hand, with the arm held back and every adjuster slack. */
export function MountingNote({ mounting }: { mounting: Mounting }) {
  const { show } = useUnits();
  const { slackMm, allowanceMm, goes } = mounting;
  return (
    <Box component="section" aria-label="Fitting the belt" sx={{ mt: 2 }}>
      <Typography variant="h3">Fitting the belt</Typography>
      <Box role="status" sx={{ py: 0.75, fontSize: 15, color: goes === 'by-hand' ? undefined : 'var(--ts-copper)' }}>
        {goes === 'impossible'
          ? `The belt is ${show(-slackMm, 'length')} too short to fit, even with the arm held back and every adjuster slack.`
          : `With the arm held back and every adjuster slack, the belt has ${
              slackMm > 0 ? `${show(slackMm, 'length')} of slack` : 'no slack'
            }. This section needs ${show(allowanceMm, 'length')}. ${
              goes === 'by-hand' ? 'Fit it by hand.' : 'Remove a pulley or idler to fit the belt. Never force it over a rim.'
            }`}
      </Box>
    </Box>
  );
}
