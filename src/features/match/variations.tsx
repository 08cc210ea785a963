'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useEffect, useRef, useState } from 'react';
import type { Drive, Uncertainty } from '@/core/drive';
import { runVariations } from '@/client/solver';
import { useUnits } from '@/ui/units';
import { worksOnDrives } from './messages';

const DRAWS = 2000;

/** Length, spring rates and diameters uncertain together: two thousand sampled drives, with progress and a stop button. */
export function Variations({
  drive,
  beltId,
  name,
  outsideMm,
  toleranceMm,
  uncertainty,
}: {
  drive: Drive;
  beltId: string;
  name: string;
  outsideMm: number;
  toleranceMm: number;
  uncertainty: Uncertainty | null;
}) {
  const { show, caliper } = useUnits();
  const [tally, setTally] = useState<{ done: number; works: number } | null>(null);
  const [running, setRunning] = useState(false);
  const going = useRef(false);
  useEffect(() => () => void (going.current = false), []);
  const start = async () => {
    going.current = true;
    setRunning(true);
    const last = await runVariations(
      drive,
      beltId,
      outsideMm,
      uncertainty
        ? { springRateShare: 0, diameterMm: 0, lengthMm: toleranceMm, measured: uncertainty }
        : { springRateShare: 0.1, diameterMm: 0.5, lengthMm: toleranceMm },
      DRAWS,
      (done, works) => {
        setTally({ done, works });
        return going.current;
      },
    );
    setTally(last);
    setRunning(false);
  };
  return (
    <Box className="ts-screen-only" sx={{ mt: 2, display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
      <Button variant="outlined" onClick={() => (running ? (going.current = false) : void start())}>
        {running ? 'Stop' : 'Try with tolerances'}
      </Button>
      <Box role="status" sx={{ fontSize: 14, flex: 1, minWidth: 220 }}>
        {tally === null
          ? `${uncertainty ? 'With the uncertainty of the measurements' : `Springs ±10%, pulleys ±${caliper(0.5)}`}, belt ±${show(toleranceMm, 'length')}: ${DRAWS} simulated drives.`
          : worksOnDrives(name, Math.round((100 * tally.works) / Math.max(1, tally.done)), tally.done)}
        {running && (
          <LinearProgress variant="determinate" value={((tally?.done ?? 0) / DRAWS) * 100} aria-label="Drives tried" sx={{ mt: 0.5 }} />
        )}
      </Box>
    </Box>
  );
}
