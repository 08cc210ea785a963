'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Mounting } from '@/core/drive';
import { useUnits } from '@/ui/units';
import { beltTooShort, slackToFit } from './messages';

/** States whether the belt fits by hand, with the arm held back and every adjuster slack. */
export function MountingNote({ mounting }: { mounting: Mounting }) {
  const { show } = useUnits();
  const { slackMm, allowanceMm, goes } = mounting;
  return (
    <Box component="section" aria-label="Fitting the belt" sx={{ mt: 2 }}>
      <Typography variant="h3">Fitting the belt</Typography>
      <Box role="status" sx={{ py: 0.75, fontSize: 15, color: goes === 'by-hand' ? undefined : 'var(--ts-copper)' }}>
        {goes === 'impossible'
          ? beltTooShort(show(-slackMm, 'length'))
          : slackToFit({
              slack: slackMm > 0 ? show(slackMm, 'length') : null,
              needs: show(allowanceMm, 'length'),
              byHand: goes === 'by-hand',
            })}
      </Box>
    </Box>
  );
}
