'use client';

import Box from '@mui/material/Box';
import Slider from '@mui/material/Slider';
import type { TimesHeard } from '@/core/sound';
import type { Marks } from './marks';
import { trackText } from './messages';

const WIDE = 480;
const HIGH = 120;
const STEP_S = 0.05;
const NAMES = { engage: ['Lever moved', 'Full speed'], stop: ['Lever released', 'Standstill'] } as const;

/** Speed of the blades over time, with the marks of lever, full speed, release and standstill. */
export function TimesTrack({
  heard,
  seconds,
  marks,
  onMove,
}: {
  heard: TimesHeard;
  seconds: number;
  marks: Marks;
  onMove: (marks: Marks) => void;
}) {
  const top = Math.max(1, ...heard.track.map((p) => p.hz));
  const until = Math.max(seconds, marks.stop?.[1] ?? 0);
  const parts = (['engage', 'stop'] as const).filter((w) => marks[w] !== null);
  const places = parts.flatMap((w) => [...marks[w]!]);
  const names = parts.flatMap((w) => [...NAMES[w]]);
  return (
    <Box sx={{ display: 'grid', px: 1.5 }}>
      <Box sx={{ fontSize: 13, color: 'var(--ts-quiet)' }}>Pass frequency, up to {Math.round(top)} Hz</Box>
      <SpeedCurve {...{ heard, until, top, places, names }} />
      <Box sx={{ display: 'flex', justifyContent: 'space-between', fontSize: 13, color: 'var(--ts-quiet)' }}>
        <span>0 s</span>
        <span>{until.toFixed(0)} s</span>
      </Box>
      <Box>
        <Slider
          value={places}
          min={0}
          max={until}
          step={STEP_S}
          disableSwap
          track={false}
          getAriaLabel={(i) => names[i] ?? ''}
          getAriaValueText={(v) => `${v.toFixed(2)} s`}
          valueLabelDisplay="auto"
          valueLabelFormat={(v, i) => `${names[i]}: ${v.toFixed(2)} s`}
          onChange={(_, value) => {
            const moved = value as number[];
            const pair = (i: number): readonly [number, number] => [moved[i]!, Math.max(moved[i]! + 0.1, moved[i + 1]!)];
            onMove({
              engage: marks.engage && pair(0),
              stop: marks.stop && pair(marks.engage ? 2 : 0),
            });
          }}
        />
      </Box>
    </Box>
  );
}

function SpeedCurve({
  heard,
  until,
  top,
  places,
  names,
}: {
  heard: TimesHeard;
  until: number;
  top: number;
  places: readonly number[];
  names: readonly string[];
}) {
  const x = (t: number) => (t / until) * WIDE;
  const y = (hz: number) => HIGH - 8 - (hz / top) * (HIGH - 20);
  return (
    <Box
      component="svg"
      role="img"
      aria-label={trackText(until, top)}
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      preserveAspectRatio="none"
      sx={{
        width: '100%',
        height: HIGH,
        display: 'block',
        bgcolor: 'var(--ts-card)',
        border: '1px solid var(--ts-edge)',
        borderRadius: '4px',
      }}
    >
      <polyline
        points={heard.track.map(({ t, hz }) => `${x(t).toFixed(1)},${y(hz).toFixed(1)}`).join(' ')}
        fill="none"
        stroke="var(--ts-work)"
        strokeWidth={3}
        vectorEffect="non-scaling-stroke"
      />
      {places.map((t, i) => (
        <line
          key={names[i]}
          x1={x(t)}
          x2={x(t)}
          y1={0}
          y2={HIGH}
          stroke={i % 2 === 0 ? 'var(--ts-copper)' : 'var(--ts-ink)'}
          strokeDasharray={i % 2 === 0 ? undefined : '5 4'}
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </Box>
  );
}
