'use client';

import type { Tensioner } from '@/core/drive';
import { useUnits, type Units } from './units';

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

const WIDTH = 260;

/** Places on the drawing, px, of positions of a tensioner. */
function layoutOf({ tensioner: { kind, min, max }, released, engaged }: Pick<SweepProps, 'tensioner' | 'released' | 'engaged'>) {
  const arc = kind === 'pivot';
  const forward = (engaged ?? max) >= (released ?? min);
  const share = (q: number) => {
    const t = max === min ? 0.5 : (Math.min(max, Math.max(min, q)) - min) / (max - min);
    return forward ? t : 1 - t;
  };
  const place = (q: number, r = 96): [number, number] => {
    if (!arc) return [18 + share(q) * (WIDTH - 36), 48 - (r - 96)];
    const a = START + (END - START) * share(q);
    return [WIDTH / 2 + r * Math.cos(a) * 1.08, 108 - r * 0.9 * Math.sin(a)];
  };
  return {
    arc,
    height: arc ? 126 : 92,
    place,
    /** Line or arc between two positions. */
    path: (a: number, b: number) => {
      const n = 24;
      return Array.from({ length: n + 1 }, (_, i) => place(a + ((b - a) * i) / n))
        .map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`)
        .join('');
    },
    /** Travel left to the stop. Null for an unknown engaged position. */
    left: engaged === null ? null : Math.abs((forward ? max : min) - engaged),
  };
}
type Layout = ReturnType<typeof layoutOf>;

const dimensionOf = ({ kind }: Tensioner): 'angle' | 'length' => (kind === 'pivot' ? 'angle' : 'length');

/** The drawing in words. */
function wordsOf(
  { tensioner, position, released, engaged, brake, ends = ['', ''] }: SweepProps,
  left: number | null,
  show: Units['show'],
): string {
  const say = (value: number) => show(value, dimensionOf(tensioner));
  return [
    `${tensioner.label ?? tensioner.id} at ${say(position)} of ${say(tensioner.min)} to ${say(tensioner.max)}`,
    released === null || ends[0] === '' ? '' : `rests at ${say(released)} released`,
    engaged === null ? '' : `at ${say(engaged)}${ends[1] === '' ? '' : ' engaged'}, ${say(left ?? 0)} left to the stop`,
    brake ? `brake on at ${say(brake.appliesAt)}` : '',
  ]
    .filter(Boolean)
    .join('; ');
}

/** Travel of a tensioner from stop to stop: an arc for a pivot, a line for a slide. Engaged is on the right. */
export function Sweep(props: SweepProps) {
  const { tensioner, position, released, engaged, brake, works, ends = ['', ''] } = props;
  const { show } = useUnits();
  const layout = layoutOf(props);
  const { height, path, left } = layout;
  const { min, max } = tensioner;
  const [px, py] = layout.place(position);
  const rest = left === null ? show(position, dimensionOf(tensioner)) : show(left, dimensionOf(tensioner));
  return (
    <svg viewBox={`0 0 ${WIDTH} ${height}`} width="100%" role="img" aria-label={wordsOf(props, left, show)} style={{ display: 'block' }}>
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
      <Tick layout={layout} at={min} colour="var(--ts-quiet)" wide={4} />
      <Tick layout={layout} at={max} colour="var(--ts-quiet)" wide={4} />
      {brake && <BrakeMark layout={layout} at={brake.appliesAt} />}
      <circle cx={px} cy={py} r={9} fill="var(--ts-ink)" stroke="var(--ts-card)" strokeWidth={2} />
      {layout.arc ? (
        <ArcWords rest={rest} known={left !== null} ends={ends} />
      ) : (
        <LineWords rest={rest} known={left !== null} ends={ends} />
      )}
    </svg>
  );
}

function Tick({ layout: { place }, at, colour, wide = 2.5 }: { layout: Layout; at: number; colour: string; wide?: number }) {
  const [[x1, y1], [x2, y2]] = [place(at, 84), place(at, 108)];
  return <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke={colour} strokeWidth={wide} />;
}

/** Position of the brake, with its words inside the drawing. */
function BrakeMark({ layout, at }: { layout: Layout; at: number }) {
  const [x, y] = layout.place(at, 122);
  const side: 'start' | 'middle' | 'end' = x < 60 ? 'start' : x > WIDTH - 60 ? 'end' : 'middle';
  const word = layout.arc
    ? { x: side === 'start' ? 2 : side === 'end' ? WIDTH - 2 : x, y: Math.max(12, y - (side === 'middle' ? 2 : 18)), textAnchor: side }
    : { x: Math.max(34, Math.min(WIDTH - 34, x)), y: 16, textAnchor: 'middle' as const };
  return (
    <>
      <Tick layout={layout} at={at} colour="var(--ts-copper)" />
      <text {...word} fontSize={12.5} fill="var(--ts-copper)">
        brake on
      </text>
    </>
  );
}

interface WordsProps {
  /** Travel left to the stop, or the position if that is unknown. */
  readonly rest: string;
  readonly known: boolean;
  readonly ends: readonly [string, string];
}

const SMALL = { fontSize: 12.5, fill: 'var(--ts-quiet)' } as const;
const VALUE = { textAnchor: 'middle', fontWeight: 600, fill: 'var(--ts-ink)', fontFamily: "'Spline Sans Mono', monospace" } as const;

function ArcWords({ rest, known, ends }: WordsProps) {
  return (
    <>
      <text {...VALUE} x={WIDTH / 2} y={84} fontSize={19}>
        {rest}
      </text>
      <text {...SMALL} x={WIDTH / 2} y={101} textAnchor="middle">
        {known ? 'left to the stop' : 'current position'}
      </text>
      <text {...SMALL} x={4} y={123}>
        {ends[0]}
      </text>
      <text {...SMALL} x={WIDTH - 4} y={123} textAnchor="end">
        {ends[1]}
      </text>
    </>
  );
}

function LineWords({ rest, known, ends }: WordsProps) {
  return (
    <>
      <text {...SMALL} x={18} y={80}>
        {ends[0]}
      </text>
      <text {...SMALL} x={WIDTH - 18} y={80} textAnchor="end">
        {ends[1]}
      </text>
      <text {...VALUE} x={WIDTH / 2} y={82} fontSize={15}>
        {known ? `${rest} left` : rest}
      </text>
    </>
  );
}
