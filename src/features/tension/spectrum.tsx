'use client';

import Box from '@mui/material/Box';
import type { SoundPicture } from '@/core/sound';
import { spectrumText } from './messages';

const WIDE = 480;
const HIGH = 96;
const LEAST_DB = -60;
/** Partials of the note that are marked. */
const MARKED = 8;

/** Spectrum of a recording: the sound after the taps over the sound without them, with the partials of the string. */
export function Spectrum({ picture: { stepHz, ringsDb, quietDb }, hz }: { picture: SoundPicture; hz: number | null }) {
  const top = stepHz * ringsDb.length;
  const x = (f: number) => (f / top) * WIDE;
  const y = (db: number) => 4 + (db / LEAST_DB) * (HIGH - 20);
  const line = (of: readonly number[]) => of.map((db, i) => `${x((i + 0.5) * stepHz).toFixed(1)},${y(db).toFixed(1)}`).join(' ');
  const ticks = Array.from({ length: Math.floor(top / 100) }, (_, i) => (i + 1) * 100);
  return (
    <Box
      component="svg"
      role="img"
      aria-label={spectrumText(top, hz)}
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      sx={{
        width: '100%',
        height: 'auto',
        maxHeight: 160,
        display: 'block',
        bgcolor: 'var(--ts-card)',
        border: '1px solid var(--ts-edge)',
        borderRadius: '4px',
      }}
    >
      {hz !== null &&
        Array.from({ length: MARKED }, (_, i) => (i + 1) * hz)
          .filter((f) => f < top)
          .map((f, i) => (
            <line
              key={f}
              x1={x(f)}
              x2={x(f)}
              y1={2}
              y2={HIGH - 16}
              stroke="var(--ts-work)"
              strokeWidth={i === 0 ? 2.5 : 1}
              opacity={i === 0 ? 1 : 0.6}
            />
          ))}
      <polyline points={line(quietDb)} fill="none" stroke="var(--ts-quiet)" strokeDasharray="3 3" />
      <polyline points={line(ringsDb)} fill="none" stroke="var(--ts-ink)" strokeWidth={1.4} />
      {ticks.map((f) => (
        <text key={f} x={x(f)} y={HIGH - 3} textAnchor="middle" fontSize={11} fill="var(--ts-quiet)">
          {f} Hz
        </text>
      ))}
    </Box>
  );
}
