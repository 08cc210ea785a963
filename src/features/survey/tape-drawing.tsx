import { carriedTo } from '@/core/drive';
import { diameterOf, UNKNOWN_DIAMETER_MM, type NotebookSolution, type Notebook, type NotebookMeasure } from '@/core/survey';
import type { Reading } from './readings';

interface Disc {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/** Where every place is drawn: solved where it is fixed, as sketched where not. */
export function discsOf(notebook: Notebook, look: NotebookSolution | null): Disc[] {
  const at = new Map(look?.layout.map((p) => [p.id, p]));
  return [
    ...notebook.pulleys.map((p) => ({
      id: p.id,
      ...place(at.get(p.id) ?? p.sketch),
      r: (diameterOf(notebook, p.id) ?? UNKNOWN_DIAMETER_MM) / 2,
    })),
    ...notebook.points.map((p) => ({ id: p.id, ...place(at.get(p.id) ?? p.sketch), r: 0 })),
  ];
}

const place = ({ x, y }: { x: number; y: number }) => ({ x, y });

type Line = readonly [readonly [number, number], readonly [number, number]];

/** Drawing of the tape for a reading. A held arm is shown in that position as far as it is known. */
export function ReadingDrawing({
  notebook,
  look,
  reading,
  height,
}: {
  notebook: Notebook;
  look: NotebookSolution | null;
  reading: Reading;
  height?: number;
}) {
  if (reading.kind === 'measure') return <TapeDrawing notebook={notebook} look={look} measure={reading.measure} height={height} />;
  const { arm, end } = reading;
  const found = look?.answer.arms.find((a) => a.id === arm.id);
  const at = new Map(discsOf(notebook, look).map((d) => [d.id, d]));
  const [q, from, pivot] = [found?.held[end.at] ?? 0, at.get(end.from), at.get(arm.pivot ?? '')];
  const moves = pivot ? ({ kind: 'pivot', pivot } as const) : ({ kind: 'slide', direction: found?.line ?? 0 } as const);
  return (
    <TapeDrawing
      notebook={notebook}
      look={look}
      measure={{ kind: end.kind, between: [end.from, end.to] }}
      height={height}
      held={from ? { id: end.from, ...carriedTo(moves, from, q) } : undefined}
    />
  );
}

/** A small drawing of where to put the tape: what is measured plain and close to, the rest round it faint, the tape over them. */
export function TapeDrawing({
  notebook,
  look,
  measure,
  height = 168,
  held,
}: {
  notebook: Notebook;
  look: NotebookSolution | null;
  measure: Pick<NotebookMeasure, 'kind'> & Record<string, unknown>;
  height?: number | undefined;
  /** A place that is held elsewhere than it is drawn. */
  held?: { id: string; x: number; y: number } | undefined;
}) {
  const discs = discsOf(notebook, look).map((d) => (d.id === held?.id ? { ...d, ...held } : d));
  const find = (id: unknown) => discs.find((d) => d.id === id);
  const ends = Array.isArray(measure['between']) ? (measure['between'] as string[]).map(find) : [];
  const [a, b] = ends;
  const third = find(measure['of'] ?? measure['at']);
  const shown = [...ends, third].filter((d): d is Disc => d !== undefined);
  const reach = shown.reduce(
    (box, d) => [Math.min(box[0]!, d.x - d.r), Math.min(box[1]!, -d.y - d.r), Math.max(box[2]!, d.x + d.r), Math.max(box[3]!, -d.y + d.r)],
    [Infinity, Infinity, -Infinity, -Infinity],
  );
  if (shown.length === 0 || !reach.every(Number.isFinite)) return null;
  const air = 0.22 * Math.max(reach[2]! - reach[0]!, reach[3]! - reach[1]!);
  const [x0, y0, x1, y1] = [reach[0]! - air, reach[1]! - air, reach[2]! + air, reach[3]! + air];
  const size = Math.max(x1 - x0, (y1 - y0) * 1.6, 60);
  const px = (size * 1.25) / 300;
  const pad = 26 * px;
  let tape: Line | null = null;
  if (a && b) {
    const d = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const [ux, uy] = [(b.x - a.x) / d, (b.y - a.y) / d];
    const sign = measure.kind === 'outside' ? -1 : measure.kind === 'inside' ? 1 : 0;
    tape = [
      [a.x + sign * a.r * ux, a.y + sign * a.r * uy],
      [b.x - sign * b.r * ux, b.y - sign * b.r * uy],
    ];
  }
  const edgeY = y1 + 14 * px;
  return (
    <svg
      viewBox={`${x0 - pad} ${y0 - pad} ${x1 - x0 + 2 * pad} ${y1 - y0 + 2 * pad + (measure.kind === 'from-edge' || measure.kind === 'along-edge' ? 20 * px : 0)}`}
      width="100%"
      height={height}
      preserveAspectRatio="xMidYMid meet"
      aria-hidden
      focusable="false"
      style={{ display: 'block', background: 'var(--ts-sand)', borderRadius: 4 }}
    >
      {discs.map((d) => {
        const on = shown.includes(d);
        return d.r > 0 ? (
          <g key={d.id} opacity={on ? 1 : 0.4}>
            <circle
              cx={d.x}
              cy={-d.y}
              r={d.r}
              fill="var(--ts-card)"
              stroke={on ? 'var(--ts-ink)' : 'var(--ts-metal-edge)'}
              strokeWidth={(on ? 2 : 1.2) * px}
            />
            <circle cx={d.x} cy={-d.y} r={3 * px} fill={on ? 'var(--ts-ink)' : 'var(--ts-metal-edge)'} />
          </g>
        ) : (
          <path
            key={d.id}
            opacity={on ? 1 : 0.4}
            d={`M${d.x - 5 * px} ${-d.y}h${10 * px}M${d.x} ${-d.y - 5 * px}v${10 * px}`}
            stroke="var(--ts-ink)"
            strokeWidth={(on ? 2.4 : 1.4) * px}
          />
        );
      })}
      {tape && measure.kind !== 'in-line' && measure.kind !== 'angle' && <TapeLine line={tape} px={px} />}
      {tape && measure.kind === 'in-line' && (
        <path
          d={`M${tape[0][0]} ${-tape[0][1]}L${tape[1][0]} ${-tape[1][1]}`}
          stroke="var(--ts-copper)"
          strokeWidth={5 * px}
          opacity={0.55}
        />
      )}
      {third && measure.kind === 'angle' && a && b && (
        <path d={`M${a.x} ${-a.y}L${third.x} ${-third.y}L${b.x} ${-b.y}`} stroke="var(--ts-copper)" strokeWidth={3 * px} fill="none" />
      )}
      {third && (measure.kind === 'from-edge' || measure.kind === 'along-edge') && (
        <>
          <path d={`M${x0} ${edgeY}H${x1}`} stroke="var(--ts-ink)" strokeWidth={4 * px} />
          {measure.kind === 'from-edge' ? (
            <TapeLine
              line={[
                [third.x, -edgeY],
                [third.x, third.y],
              ]}
              px={px}
            />
          ) : (
            <TapeLine
              line={[
                [x0, -edgeY - 8 * px],
                [third.x, -edgeY - 8 * px],
              ]}
              px={px}
            />
          )}
        </>
      )}
    </svg>
  );
}

/** A tape: a copper band with its two hooks. */
function TapeLine({ line: [[x1, y1], [x2, y2]], px }: { line: Line; px: number }) {
  const d = Math.hypot(x2 - x1, y2 - y1) || 1;
  const [nx, ny] = [(-(y2 - y1) / d) * 8 * px, ((x2 - x1) / d) * 8 * px];
  return (
    <g stroke="var(--ts-copper)" strokeWidth={3 * px} strokeLinecap="round">
      <path d={`M${x1} ${-y1}L${x2} ${-y2}`} />
      <path d={`M${x1 + nx} ${-(y1 + ny)}L${x1 - nx} ${-(y1 - ny)}M${x2 + nx} ${-(y2 + ny)}L${x2 - nx} ${-(y2 - ny)}`} />
    </g>
  );
}
