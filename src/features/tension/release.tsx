'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { NumberField } from '@/ui/number-field';
import { useTension } from '@/client/solver';
import { useUnits } from '@/ui/units';
import type { TensionRequest } from '@/services/tension';
import { spanName, slackUnderStopTime, spanGoesSlack } from './messages';

/** A clutch that brakes usually stops in about so long, s. */
const USUAL_STOP_S = 2;

/** Release by a clutch: whether a span goes slack while the blades push on, and from which stop time. */
export function Release({ request }: { request: TensionRequest }) {
  const { show } = useUnits();
  const [seconds, setSeconds] = useState(USUAL_STOP_S);
  const asked = useMemo(() => ({ ...request, readings: [], stopSeconds: seconds }), [request, seconds]);
  const { answer } = useTension(asked);
  const release = answer?.ok ? answer.sheet.release : null;
  return (
    <Box component="section" aria-label="When the clutch brakes" sx={{ mt: 2, display: 'grid', gap: 1 }}>
      <Typography variant="h3">When the clutch brakes</Typography>
      <Box sx={{ maxWidth: 300 }}>
        <NumberField dimension="time" label="Stops in" value={seconds} onValue={(v) => setSeconds(v ?? seconds)} min={0.1} max={60} />
      </Box>
      {release && (
        <Box role="status" sx={{ fontSize: 15 }}>
          The blades push the belt with {show(Math.abs(release.pullN), 'force')}. The lowest tension left is{' '}
          {show(Math.max(0, release.leastN), 'force')}, at {spanName(request.drive, ...release.span)}.{' '}
          {release.goesSlack ? (
            <strong>{spanGoesSlack(release.slackUnderSeconds)}</strong>
          ) : release.slackUnderSeconds === null ? (
            ''
          ) : (
            slackUnderStopTime(release.slackUnderSeconds.toFixed(1))
          )}
        </Box>
      )}
    </Box>
  );
}
