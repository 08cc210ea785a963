'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import * as z from 'zod';
import { useDraftOf } from '@/client/draft';
import { NumberField } from '@/ui/number-field';
import { breakInRunning } from './messages';

/** Break-in time of a new belt, minutes, unless the manual states another. */
const USUAL_MINUTES = 20;
const MINUTE_MS = 60_000;

const shape = z.object({ begun: z.iso.datetime(), minutes: z.number().positive() });

/** mm:ss. */
const clock = (ms: number) => `${Math.floor(ms / MINUTE_MS)}:${String(Math.floor((ms % MINUTE_MS) / 1000)).padStart(2, '0')}`;

/** The first stretch of a new CVT belt by the clock: part throttle, varied speed, stops to cool. It runs on while the page is left. */
export function BreakIn({ job, onRun }: { job: number; onRun: (words: string) => Promise<boolean> }) {
  const [running, setRunning] = useDraftOf(`break-in-${job}`, shape);
  const [minutes, setMinutes] = useState(USUAL_MINUTES);
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!running) return;
    const tick = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(tick);
  }, [running]);
  const left = running ? Math.max(0, Date.parse(running.begun) + running.minutes * MINUTE_MS - now) : null;
  const keep = async () => {
    if (running && (await onRun(breakInRunning(running.minutes)))) setRunning(null);
  };
  return (
    <Box
      component="section"
      aria-label="Break-in"
      sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', p: 1.5, mt: 2, maxWidth: 420 }}
    >
      <Typography variant="h3">Break-in</Typography>
      <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)', mb: 1 }}>
        Break-in of a new belt: part throttle, varied speed, stops to cool. Or print the instructions for the rider.
      </Box>
      {running && left !== null ? (
        <>
          <Box className="ts-mono" role="timer" aria-live="off" sx={{ fontSize: 32 }}>
            {clock(left)}
          </Box>
          <Button variant="contained" disabled={left > 0} onClick={() => void keep()}>
            Record the break-in
          </Button>
          <Button onClick={() => setRunning(null)}>Skip</Button>
        </>
      ) : (
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
          <Box sx={{ width: 180 }}>
            <NumberField dimension="number" label="Minutes" value={minutes} onValue={(v) => setMinutes(v ?? minutes)} min={1} max={240} />
          </Box>
          <Button
            variant="outlined"
            sx={{ minHeight: 44 }}
            onClick={() => {
              setNow(Date.now());
              setRunning({ begun: new Date().toISOString(), minutes });
            }}
          >
            Start break-in
          </Button>
        </Box>
      )}
    </Box>
  );
}
