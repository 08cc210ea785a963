'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { NumberField } from '@/ui/number-field';
import { useTension } from '@/ui/solver';
import { useUnits } from '@/ui/units';
import type { TensionRequest } from '@/workers/tension-service';
import { spanName } from './words';

/** A clutch that brakes usually stops in about so long, s. */
const USUAL_STOP_S = 2;

/** Whether a run goes slack as a clutch brakes the driver and the blades push on, and from which stop time on. */
export function Release({ request }: { request: TensionRequest }) {
  const { show } = useUnits();
  const [seconds, setSeconds] = useState(USUAL_STOP_S);
  const asked = useMemo(() => ({ ...request, readings: [], stopSeconds: seconds }), [request, seconds]);
  const { answer } = useTension(asked);
  const release = answer?.ok ? answer.sheet.release : null;
  return (
    <Box component="section" aria-label="As the clutch brakes" sx={{ mt: 2, display: 'grid', gap: 1 }}>
      <Typography variant="h3">As the clutch brakes</Typography>
      <Box sx={{ maxWidth: 300 }}>
        <NumberField dimension="time" label="Stops in" value={seconds} onValue={(v) => setSeconds(v ?? seconds)} min={0.1} max={60} />
      </Box>
      {release && (
        <Box role="status" sx={{ fontSize: 15 }}>
          What turns on pushes the belt with {show(Math.abs(release.pullN), 'force')}. The least pull left is{' '}
          {show(Math.max(0, release.leastN), 'force')}, {spanName(request.drive, ...release.span)}.{' '}
          {release.goesSlack ? (
            <strong>
              That run goes slack, and a slack run is thrown.
              {release.slackUnderSeconds === null
                ? ' It does so at any stop time.'
                : ` It stays taut from ${release.slackUnderSeconds.toFixed(1)} s on.`}
            </strong>
          ) : release.slackUnderSeconds === null ? (
            ''
          ) : (
            `It would go slack if it stopped in under ${release.slackUnderSeconds.toFixed(1)} s.`
          )}
        </Box>
      )}
    </Box>
  );
}
