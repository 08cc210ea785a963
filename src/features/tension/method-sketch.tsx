'use client';

import Box from '@mui/material/Box';
import type { TensionMethod } from '@/core/tension';
import { METHOD_WORDS } from './messages';

const arrow = (x1: number, y1: number, x2: number, y2: number) => {
  const length = Math.hypot(x2 - x1, y2 - y1);
  const [ux, uy] = [(x2 - x1) / length, (y2 - y1) / length];
  const head = (side: number) => `${x2 - 8 * ux + side * 5 * uy} ${y2 - 8 * uy - side * 5 * ux}`;
  return `M${x1} ${y1} L${x2} ${y2} M${head(1)} L${x2} ${y2} L${head(-1)}`;
};

/** Action at mid-span, on a span between two pulleys at (110, 30). */
const ARROWS: Readonly<Partial<Record<TensionMethod, string>>> = {
  tap: `${arrow(110, 4, 110, 24)} M130 14 q8 8 0 16 M140 8 q14 14 0 28`,
  deflection: `${arrow(110, 2, 110, 36)} M60 30 h100`,
  thumb: `${arrow(110, 2, 110, 36)}`,
  twist: 'M92 18 q18 -14 36 0 M128 18 l-9 -1 M128 18 l-1 -9',
  'hand-roll': 'M88 22 q22 -26 44 0 M132 22 l-9 -2 M132 22 l0 -9 M88 40 q22 22 44 0',
};

/** Where and how a reading is taken, small. */
export function MethodSketch({ method }: { method: TensionMethod }) {
  const pushed = method === 'deflection' || method === 'thumb';
  return (
    <Box
      component="svg"
      role="img"
      aria-label={`${METHOD_WORDS[method]}: where and how`}
      viewBox="0 0 220 78"
      sx={{ width: '100%', display: 'block' }}
    >
      {method === 'spring-length' ? (
        <g fill="none" stroke="var(--ts-ink)" strokeWidth={2}>
          <path d="M30 30 a8 8 0 1 1 8 8 h12 l4 -10 8 20 8 -20 8 20 8 -20 8 20 8 -20 4 10 h66 a8 8 0 1 0 8 -8" />
          <path d={`${arrow(110, 62, 34, 62)} ${arrow(110, 62, 176, 62)} M32 50 v20 M178 50 v20`} stroke="var(--ts-copper)" />
        </g>
      ) : method === 'marks' ? (
        <g fill="none" stroke="var(--ts-ink)" strokeWidth={2}>
          <path d="M20 26 h180 v20 h-180 z M40 36 h140" />
          <circle cx={120} cy={36} r={10} fill="var(--ts-sand)" />
          <path d={`M60 54 v14 M120 54 v14 ${arrow(64, 62, 116, 62)}`} stroke="var(--ts-copper)" />
        </g>
      ) : (
        <g fill="none" stroke="var(--ts-ink)" strokeWidth={2}>
          <circle cx={40} cy={50} r={20} fill="var(--ts-sand)" />
          <circle cx={180} cy={50} r={20} fill="var(--ts-sand)" />
          <path d={pushed ? 'M40 30 L110 40 L180 30 M40 70 H180' : 'M40 30 H180 M40 70 H180'} stroke="var(--ts-belt)" strokeWidth={4} />
          <path d={ARROWS[method]} stroke="var(--ts-copper)" />
        </g>
      )}
    </Box>
  );
}
