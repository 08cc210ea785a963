'use client';

import type { Tensioner } from '@/core/drive';
import { useUnits } from './units';

export interface SweepProps {
  readonly tensioner: Tensioner;
  /** Current position. */
  readonly position: number;
  /** Where the belt that is tried rests, released and engaged: its bar. */
  readonly released: number | null;
  readonly engaged: number | null;
  readonly brake?: { readonly appliesAt: number; readonly side: 'below' | 'above' };
  readonly works: boolean;
  /** Labels of the two ends. Without them there is no release, and the ends have no names. */
  readonly ends?: readonly [string, string];
}

const START = Math.PI * 0.92;
const END = Math.PI * 0.08;

/** Travel of a tensioner from stop to stop: an arc for a pivot, a line for a slide. Engaged is on the right. */
export function Sweep({ tensioner, position, released, engaged, brake, works, ends = ['', ''] }: SweepProps) {
  const { show } = useUnits();
  const arc = tensioner.kind === 'pivot';
  const [w, h] = [260, arc ? 126 : 92];
  const { min, max } = tensioner;
  const forward = (engaged ?? max) >= (released ?? min);
  const share = (q: number) => {
    const t = max === min ? 0.5 : (Math.min(max, Math.max(min, q)) - min) / (max - min);
    return forward ? t : 1 - t;
  };
  const place = (q: number, r = 96): [number, number] => {
    if (!arc) return [18 + share(q) * (w - 36), 48 - (r - 96)];
    const a = START + (END - START) * share(q);
    return [w / 2 + r * Math.cos(a) * 1.08, 108 - r * 0.9 * Math.sin(a)];
  };
  const path = (a: number, b: number) => {
    const n = 24;
    return Array.from({ length: n + 1 }, (_, i) => place(a + ((b - a) * i) / n))
      .map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`)
      .join('');
  };
  const dimension = arc ? 'angle' : 'length';
  const stop = forward ? max : min;
  const left = engaged === null ? null : Math.abs(stop - engaged);
  const tick = (q: number, colour: string, wide = 2.5) => {
    const [[x1, y1], [x2, y2]] = [place(q, 84), place(q, 108)];
    return <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke={colour} strokeWidth={wide} />;
  };
  const [px, py] = place(position);
  const [bx, by] = brake ? place(brake.appliesAt, 122) : [0, 0];
  const words = [
    `${tensioner.label ?? tensioner.id} at ${show(position, dimension)} of ${show(min, dimension)} to ${show(max, dimension)}`,
    released === null || ends[0] === '' ? '' : `rests at ${show(released, dimension)} released`,
    engaged === null
      ? ''
      : `at ${show(engaged, dimension)}${ends[1] === '' ? '' : ' engaged'}, ${show(left ?? 0, dimension)} left to the stop`,
    brake ? `brake on at ${show(brake.appliesAt, dimension)}` : '',
  ]
    .filter(Boolean)
    .join('; ');
  return (
    <svg viewBox={`0 0 ${w} ${h}`} width="100%" role="img" aria-label={words} style={{ display: 'block' }}>
      <path d={path(min, max)} fill="none" stroke="var(--ts-sand)" strokeWidth={13} />
      {brake && (
        <path
          d={path(brake.side === 'above' ? brake.appliesAt : min, brake.side === 'above' ? max : brake.appliesAt)}
          fill="none"
          stroke="var(--ts-copper-soft)"
          strokeWidth={13}
        />
      )}
      {released !== null && engaged !== null && (
        <path
          d={path(released, engaged)}
          fill="none"
          stroke={works ? 'var(--ts-work)' : 'var(--ts-faint)'}
          strokeWidth={7}
          strokeDasharray={works ? undefined : '7 4'}
        />
      )}
      {tick(min, 'var(--ts-quiet)', 4)}
      {tick(max, 'var(--ts-quiet)', 4)}
      {brake && tick(brake.appliesAt, 'var(--ts-copper)')}
      {brake && (
        <text
          x={arc ? (bx < 60 ? 2 : bx > w - 60 ? w - 2 : bx) : Math.max(34, Math.min(w - 34, bx))}
          y={arc ? Math.max(12, by - (bx < 60 || bx > w - 60 ? 18 : 2)) : 16}
          fontSize={12.5}
          textAnchor={arc && bx < 60 ? 'start' : arc && bx > w - 60 ? 'end' : 'middle'}
          fill="var(--ts-copper)"
        >
          brake on
        </text>
      )}
      <circle cx={px} cy={py} r={9} fill="var(--ts-ink)" stroke="var(--ts-card)" strokeWidth={2} />
      {arc ? (
        <>
          <text
            x={w / 2}
            y={84}
            textAnchor="middle"
            fontSize={19}
            fontWeight={600}
            fill="var(--ts-ink)"
            fontFamily="'Spline Sans Mono', monospace"
          >
            {left === null ? show(position, dimension) : show(left, dimension)}
          </text>
          <text x={w / 2} y={101} textAnchor="middle" fontSize={12.5} fill="var(--ts-quiet)">
            {left === null ? 'current position' : 'left to the stop'}
          </text>
          <text x={4} y={123} fontSize={12.5} fill="var(--ts-quiet)">
            {ends[0]}
          </text>
          <text x={w - 4} y={123} textAnchor="end" fontSize={12.5} fill="var(--ts-quiet)">
            {ends[1]}
          </text>
        </>
      ) : (
        <>
          <text x={18} y={80} fontSize={12.5} fill="var(--ts-quiet)">
            {ends[0]}
          </text>
          <text x={w - 18} y={80} textAnchor="end" fontSize={12.5} fill="var(--ts-quiet)">
            {ends[1]}
          </text>
          <text
            x={w / 2}
            y={82}
            textAnchor="middle"
            fontSize={15}
            fontWeight={600}
            fill="var(--ts-ink)"
            fontFamily="'Spline Sans Mono', monospace"
          >
            {left === null ? show(position, dimension) : `${show(left, dimension)} left`}
          </text>
        </>
      )}
    </svg>
  );
}
