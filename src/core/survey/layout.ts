import { symmetricEigen } from '../linear';
import { readInto, type Readings, rimSign } from './equations';
import { radiusAt, xOf, type Model } from './model';
import { penaltyOf, ties } from './ties';

/** Squared deviations past which one reading in a layout counts no more: a blunder must not steer all the rest. */
const WORST = 2500;

/** Constraint on an unplaced centre: a circle about a placed one, or a line in the frame of the first edge. */
type Locus =
  | { readonly kind: 'circle'; readonly x: number; readonly y: number; readonly r: number }
  | { readonly kind: 'x' | 'y'; readonly at: number };

interface Layout {
  readonly full: Float64Array;
  readonly cost: number;
}

interface Tape {
  readonly to: number;
  readonly distance: number;
}

/**
 * Layouts by construction: the centre with the most ties to placed ones comes next. It is placed at the intersections
 * of two of its measurements. The layouts with the best agreement are continued. Best first.
 * @param beam number of layouts to continue
 */
export function layOutByCrossing(model: Model, readings: Readings, beam: number): Float64Array[] {
  const { centres } = model;
  const tapes = tapesOf(model);
  const frame = frameOf(model);
  const placed = new Set<number>();
  let carried: Layout[] = [{ full: model.start.slice(), cost: 0 }];
  const { turns, byCentre } = assessing(model);
  while (placed.size < centres) {
    const next = mostTied(model, placed, tapes, frame);
    placed.add(next);
    const all = carried.flatMap((layout) =>
      candidates(next, layout.full, placed, tapes, frame, model).map(([x, y]): Layout => {
        const full = layout.full.slice();
        full[2 * next] = x;
        full[2 * next + 1] = y;
        let cost = layout.cost;
        for (const { equation, tied } of byCentre[next]!) {
          if (!tied.every((c) => placed.has(c))) continue;
          readInto(model, equation, full, readings);
          cost += Math.min(WORST, ((model.target[equation]! - readings.value[equation]!) / model.sds[equation]!) ** 2);
        }
        for (const { side, tied } of turns)
          if (tied.includes(next) && tied.every((c) => placed.has(c))) cost += Math.min(WORST, penaltyOf(model, full, side));
        return { full, cost };
      }),
    );
    all.sort((a, b) => a.cost - b.cost);
    carried = all.slice(0, beam);
  }
  return carried.map((l) => l.full);
}

/** The equations and sides that can be judged while centres are set down, by centre. */
function assessing(model: Model) {
  const links = ties(model);
  const byCentre: { equation: number; tied: readonly number[] }[][] = Array.from({ length: model.centres }, () => []);
  links.forEach((tied, equation) => {
    const e = model.equations[equation]!;
    if (e.kind !== 'measure' || e.measure.kind === 'belt') return;
    if ('edge' in e.measure && e.measure.edge !== model.edges[0]) return;
    const those = tied.filter((k) => k < model.centres);
    for (const c of those) byCentre[c]!.push({ equation, tied: those });
  });
  const turns = model.survey.sides.map((side) => ({ side, tied: [side.pulley, ...side.leftOf].map((p) => xOf(model, p) / 2) }));
  return { turns, byCentre };
}

function tapesOf(model: Model): Tape[][] {
  const tapes: Tape[][] = Array.from({ length: model.centres }, () => []);
  for (const m of model.survey.measures) {
    if (m.kind !== 'centres' && m.kind !== 'outside' && m.kind !== 'inside') continue;
    const sign = rimSign(m.kind);
    const [p, q] = [model.placeIndex.get(m.between[0])!, model.placeIndex.get(m.between[1])!];
    const [i, j] = [model.centreOf[p]!, model.centreOf[q]!];
    if (i === j) continue;
    const distance = Math.max(1, m.value - sign * (radiusAt(model, model.start, p) + radiusAt(model, model.start, q)));
    tapes[i]!.push({ to: j, distance });
    tapes[j]!.push({ to: i, distance });
  }
  return tapes;
}

/** Constraints of the first edge on each centre. */
function frameOf(model: Model): { x: number | null; y: number | null }[] {
  const frame = Array.from({ length: model.centres }, () => ({ x: null as number | null, y: null as number | null }));
  for (const m of model.survey.measures)
    if ('edge' in m && m.edge === model.edges[0]) frame[xOf(model, m.of) / 2]![m.kind === 'from-edge' ? 'y' : 'x'] = m.value;
  return frame;
}

function mostTied(
  model: Model,
  placed: ReadonlySet<number>,
  tapes: readonly Tape[][],
  frame: readonly { x: number | null; y: number | null }[],
): number {
  let best = -1;
  let most = -1;
  for (let c = 0; c < model.centres; c++) {
    if (placed.has(c)) continue;
    const lines = (frame[c]!.x === null ? 0 : 1) + (frame[c]!.y === null ? 0 : 1);
    const known = lines + new Set(tapes[c]!.filter((t) => placed.has(t.to)).map((t) => t.to)).size;
    // The first centre has no ties: the one with the most tapes is taken.
    const worth = known * 1000 + tapes[c]!.length + lines;
    if (worth > most) [best, most] = [c, worth];
  }
  return best;
}

function candidates(
  c: number,
  full: Float64Array,
  placed: ReadonlySet<number>,
  tapes: readonly Tape[][],
  frame: readonly { x: number | null; y: number | null }[],
  model: Model,
): (readonly [number, number])[] {
  const loci: Locus[] = tapes[c]!.filter((t) => t.to !== c && placed.has(t.to)).map((t) => ({
    kind: 'circle',
    x: full[2 * t.to]!,
    y: full[2 * t.to + 1]!,
    r: t.distance,
  }));
  const { x, y } = frame[c]!;
  if (x !== null) loci.push({ kind: 'x', at: x });
  if (y !== null) loci.push({ kind: 'y', at: y });
  if (loci.length === 0) return placed.size <= 1 ? [[0, 0]] : [[137 * placed.size, 61 * placed.size]];
  if (loci.length === 1) {
    const [only] = loci;
    if (only!.kind === 'circle')
      return model.edges.length === 0 && placed.size === 2
        ? [[only!.x + only!.r, only!.y]]
        : [[only!.x + 0.8 * only!.r, only!.y + 0.6 * only!.r]];
    return [only!.kind === 'x' ? [only!.at, 0] : [0, only!.at]];
  }
  const pairs = loci.flatMap((a, i) => loci.slice(i + 1).map((b) => crossings(a, b))).sort((a, b) => b.sharpness - a.sharpness);
  return pairs.slice(0, 3).flatMap((p) => p.at);
}

/** Where two loci cross, and how squarely (1 at a right angle); where they miss each other, the place between them. */
function crossings(a: Locus, b: Locus): { at: (readonly [number, number])[]; sharpness: number } {
  if (a.kind !== 'circle' && b.kind !== 'circle') {
    const x = a.kind === 'x' ? a.at : b.kind === 'x' ? b.at : 0;
    const y = a.kind === 'y' ? a.at : b.kind === 'y' ? b.at : 0;
    return { at: [[x, y]], sharpness: a.kind === b.kind ? 0 : 1.01 };
  }
  if (a.kind !== 'circle' || b.kind !== 'circle') {
    const [circle, line] = a.kind === 'circle' ? [a, b as Extract<Locus, { at: number }>] : [b as Extract<Locus, { r: number }>, a];
    const off = line.at - (line.kind === 'x' ? circle.x : circle.y);
    const half = Math.sqrt(Math.max(0, circle.r ** 2 - off ** 2));
    const at = [half, -half].map((h): readonly [number, number] => (line.kind === 'x' ? [line.at, circle.y + h] : [circle.x + h, line.at]));
    return { at, sharpness: half / circle.r };
  }
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const d = Math.hypot(dx, dy);
  if (d < 1e-6) return { at: [[a.x + a.r, a.y]], sharpness: 0 };
  const along = (a.r ** 2 - b.r ** 2 + d ** 2) / (2 * d);
  const half = Math.sqrt(Math.max(0, a.r ** 2 - along ** 2));
  const [ux, uy] = [dx / d, dy / d];
  return {
    at: [half, -half].map((h): readonly [number, number] => [a.x + along * ux - h * uy, a.y + along * uy + h * ux]),
    sharpness: Math.min(1, (half * d) / (a.r * b.r)),
  };
}

/** A start from the distances: missing ones by the shortest way round, then the two largest axes of the doubly centred squares (Torgerson 1952). */
export function layOutByDistance(model: Model, reach: number): Float64Array {
  const n = model.centres;
  const d = new Float64Array(n * n).fill(Infinity);
  for (let i = 0; i < n; i++) d[i * n + i] = 0;
  tapesOf(model).forEach((list, i) => list.forEach((t) => (d[i * n + t.to] = d[t.to * n + i] = t.distance)));
  for (let k = 0; k < n; k++)
    for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) d[i * n + j] = Math.min(d[i * n + j]!, d[i * n + k]! + d[k * n + j]!);
  const squares = d.map((v) => (Number.isFinite(v) ? v * v : reach * reach));
  const means = Array.from({ length: n }, (_, i) => squares.subarray(i * n, (i + 1) * n).reduce((a, b) => a + b, 0) / n);
  const all = means.reduce((a, b) => a + b, 0) / Math.max(1, n);
  const gram = squares.map((v, k) => -0.5 * (v - means[Math.floor(k / n)]! - means[k % n]! + all));
  const { values, vectors } = symmetricEigen(gram, n);
  const order = [...values.keys()].sort((a, b) => values[b]! - values[a]!);
  const full = model.start.slice();
  for (let i = 0; i < n; i++) {
    full[2 * i] = order[0] === undefined ? 0 : vectors[i * n + order[0]]! * Math.sqrt(Math.max(0, values[order[0]]!));
    full[2 * i + 1] = order[1] === undefined ? 0 : vectors[i * n + order[1]]! * Math.sqrt(Math.max(0, values[order[1]]!));
  }
  frameOf(model).forEach(({ x, y }, c) => {
    if (x !== null) full[2 * c] = x;
    if (y !== null) full[2 * c + 1] = y;
  });
  return full;
}
