'use client';

import Box from '@mui/material/Box';
import type { Recording } from '@/formats/wav';
import { soundText } from './messages';

const WIDE = 480;
const HIGH = 72;

/** A recording as it was loud, with a mark at each tap. */
export function Wave({
  recording,
  taps,
}: {
  recording: Recording;
  taps: readonly { readonly at: number; readonly hz: number; readonly kept: boolean }[];
}) {
  const [first] = recording.channels;
  const frames = first?.length ?? 0;
  const loud = Array.from({ length: WIDE }, (_, x) => {
    let most = 0;
    const to = Math.floor(((x + 1) * frames) / WIDE);
    for (const c of recording.channels) for (let i = Math.floor((x * frames) / WIDE); i < to; i++) most = Math.max(most, Math.abs(c[i]!));
    return most;
  });
  const top = Math.max(1e-6, ...loud);
  const seconds = frames / recording.sampleRate;
  const y = (v: number) => HIGH / 2 - (v / top) * (HIGH / 2 - 8);
  const line = [
    ...loud.map((v, x) => `${x},${y(v).toFixed(1)}`),
    ...loud.map((_, i) => `${WIDE - 1 - i},${(HIGH - y(loud[WIDE - 1 - i]!)).toFixed(1)}`),
  ].join(' ');
  return (
    <Box
      component="svg"
      role="img"
      aria-label={soundText(seconds, taps.length)}
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
      <polygon points={line} fill="var(--ts-quiet)" opacity={0.55} />
      {taps.map(({ at, kept }) => (
        <line
          key={at}
          x1={(at / seconds) * WIDE}
          x2={(at / seconds) * WIDE}
          y1={0}
          y2={HIGH}
          stroke={kept ? 'var(--ts-work)' : 'var(--ts-edge)'}
          strokeWidth={2}
          strokeDasharray={kept ? undefined : '4 4'}
        />
      ))}
    </Box>
  );
}
