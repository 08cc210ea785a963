'use client';

import Box from '@mui/material/Box';
import type { AgedReading, ClampingAllowance, Retension } from '@/core/tension';
import { blank, lazyPart } from '@/ui/lazy';
import { useUnits } from '@/ui/units';
import { clampingChanged } from './messages';

/** Charts load when they are first shown. */
const TensionHoursChart = lazyPart(async () => (await import('./tension-hours-chart')).TensionHoursChart, blank(240));

/** Belt tension over its hours, and the time of the next setting. */
export function OverHours({
  aged,
  fall,
  floorN,
  clamping,
  targetN,
}: {
  aged: readonly AgedReading[];
  fall: Retension | null;
  floorN: number;
  clamping: ClampingAllowance | null;
  targetN: number | null;
}) {
  const { show } = useUnits();
  const hours = (h: number | null) =>
    h === null ? 'not for a long time' : h < 1 ? 'immediately' : `${h < 10 ? h.toFixed(1) : Math.round(h)} h`;
  const clamped = clamping && <Box sx={{ fontSize: 15 }}>{clampingChanged(clamping, targetN, show)}</Box>;
  if (!fall || aged.length === 0)
    return (
      <Box sx={{ display: 'grid', gap: 1, fontSize: 15 }}>
        <Box sx={{ color: 'var(--ts-quiet)' }}>
          No tension of this belt was measured with a meter reading yet. Record both at each visit. The loss of tension and the next
          adjustment then show here.
        </Box>
        {clamped}
      </Box>
    );
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <TensionHoursChart aged={aged} fall={fall} floorN={floorN} />
      <Box sx={{ fontSize: 15 }}>
        Set at about {show(fall.startN, 'force')}, it loses {show(fall.lossN, 'force')} ± {show(fall.lossSdN, 'force')} each time its hours
        grow tenfold.
        {floorN > 0 && (
          <>
            {' '}
            To be set again after <strong>{hours(fall.hours.likely)}</strong>
            {fall.hours.early !== null && `, at the earliest ${hours(fall.hours.early)}`}
            {fall.hours.late !== null && `, at the latest ${hours(fall.hours.late)}`}.
          </>
        )}
      </Box>
      {clamped}
    </Box>
  );
}
