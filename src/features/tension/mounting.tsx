'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Mounting } from '@/core/drive';
import { useUnits } from '@/ui/units';

/** Whether the belt can be got on by hand, with everything that gives let back. */
export function MountingNote({ mounting }: { mounting: Mounting }) {
  const { show } = useUnits();
  const { slackMm, allowanceMm, goes } = mounting;
  return (
    <Box component="section" aria-label="Getting it on" sx={{ mt: 2 }}>
      <Typography variant="h3">Getting it on</Typography>
      <Box role="status" sx={{ py: 0.75, fontSize: 15, color: goes === 'by-hand' ? undefined : 'var(--ts-copper)' }}>
        {goes === 'impossible'
          ? `With arm, bed and every adjuster let back the path is still ${show(-slackMm, 'length')} longer than the belt: it runs, but it cannot be got on.`
          : `Arm held back, every adjuster let back: ${
              slackMm > 0 ? `${show(slackMm, 'length')} of belt to spare` : 'no belt to spare'
            }, and its section wants ${show(allowanceMm, 'length')}. ${
              goes === 'by-hand' ? 'It goes on by hand.' : 'Take a pulley or idler off to get it on; never force it over a rim.'
            }`}
      </Box>
    </Box>
  );
}
