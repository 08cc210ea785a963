import type { Problem } from '../drive';
import { seededRandom } from '../drive';
import { symmetricEigen, solveDamped } from './linear';
import { beltReading, layOut, newModel, read, type Model, type Reading } from './model';
import type { Measure, Side, Survey } from './schema';

export interface SurveyedPulley {
  readonly id: string;
  /** Null where it is not fixed by the measures. */
  readonly x: number | null;
  readonly y: number | null;
  /** Root mean square distance from the true place, mm. */
  readonly sd: number | null;
}

export interface SurveyedMeasure {
  readonly id: string;
  readonly fitted: number | null;
  /** Measured less fitted. */
  readonly residual: number | null;
  readonly suspect: boolean;
}

export interface NextMeasure {
  readonly kind: 'centres' | 'side';
  readonly between: readonly [string, string];
  readonly why: string;
}

export interface SurveyAnswer {
  readonly status: 'determined' | 'undetermined' | 'conflict';
  readonly pulleys: readonly SurveyedPulley[];
  readonly measures: readonly SurveyedMeasure[];
  /** Most suspicious first. */
  readonly suspects: readonly string[];
  readonly belts: readonly { readonly id: string; readonly pitchLength: number | null; readonly sd: number | null }[];
  readonly undetermined: readonly string[];
  readonly next: readonly NextMeasure[];
  /** Why a belt cannot be laid round the pulleys where they were found. */
  readonly problems: readonly Problem[];
}

/** Starts from scattered places beside the laid-out one: enough to leave a wrong fold, few enough to be quick. */
const SCATTERED_STARTS = 6;
const MOST_STEPS = 60;
/** Share of chance under which residuals are called a conflict. */
const CONFLICT_Z = 3.0902;
/** A left-out residual this many deviations off is suspicious by itself. */
const SUSPICIOUS = 3;
/** Directions that measures hold this much weaker than the strongest are held by none. */
const RANK_TOLERANCE = 1e-9;
/** A fold is tried where it raises the sum of squares by no more than this: a few measures ten deviations off. */
const WORTH_TRYING = 400;
/** How far what is loose is moved to see which distances that changes, mm. */
const TRIAL_MOVE_MM = 100;
/** Two places closer than this are one, mm. */
const SAME_PLACE_MM = 0.5;

interface Fit {
  readonly full: Float64Array;
  readonly cost: number;
  readonly wrongSides: number;
}

/**
 * Positions that minimise the sum of squared residuals over their sd, among the mirror images that obey the sides; with the spread that the
 * measures' errors and the diameters' leave in positions and belt lengths, to first order: δx = A(ε − B·δD), A = (JᵀWJ)⁻¹JᵀW.
 */
export function solveSurvey(survey: Survey): SurveyAnswer {
  const model = newModel(survey);
  const best = withBelts(model, search(model));
  return describe(model, best);
}

function spread(model: Model, full: Float64Array, belts: boolean): { readings: (Reading | null)[]; cost: number } {
  const laid = belts ? layOut(model, full) : null;
  let cost = 0;
  const readings = model.survey.measures.map((m, i) => {
    if (m.kind === 'belt' && !belts) return null;
    const reading = read(model, m, full, laid);
    if (reading) cost += ((m.value - reading.value) / model.sds[i]!) ** 2;
    return reading;
  });
  return { readings, cost };
}

/** JᵀWJ and JᵀWr over the free entries. */
function normal(model: Model, readings: readonly (Reading | null)[]): { matrix: Float64Array; right: Float64Array; rows: (Float64Array | null)[] } {
  const n = model.free.length;
  const place = new Int32Array(model.size).fill(-1);
  model.free.forEach((k, i) => (place[k] = i));
  const matrix = new Float64Array(n * n);
  const right = new Float64Array(n);
  const rows = readings.map((reading, m) => {
    if (!reading) return null;
    const row = new Float64Array(n);
    for (const [k, v] of reading.by) if (place[k]! >= 0) row[place[k]!]! += v / model.sds[m]!;
    const r = (model.survey.measures[m]!.value - reading.value) / model.sds[m]!;
    for (let i = 0; i < n; i++) {
      if (row[i] === 0) continue;
      right[i]! += row[i]! * r;
      for (let j = 0; j < n; j++) matrix[i * n + j]! += row[i]! * row[j]!;
    }
    return row;
  });
  return { matrix, right, rows };
}

/** Levenberg–Marquardt from a start, to a step of a hundredth of a micrometre. */
function descend(model: Model, start: Float64Array, belts: boolean): Fit {
  let full = start.slice();
  let now = spread(model, full, belts);
  let lambda = 1e-3;
  for (let k = 0; k < MOST_STEPS; k++) {
    const { matrix, right } = normal(model, now.readings);
    const step = solveDamped(matrix, right, model.free.length, lambda);
    if (!step) {
      lambda *= 10;
      continue;
    }
    const next = full.slice();
    model.free.forEach((at, i) => (next[at]! += step[i]!));
    const then = spread(model, next, belts);
    const lost = then.readings.some((r, i) => r === null && now.readings[i] !== null);
    if (!lost && then.cost <= now.cost) {
      const short = step.every((s) => Math.abs(s) < 1e-8);
      [full, now] = [next, then];
      lambda = Math.max(1e-12, lambda / 8);
      if (short) break;
    } else {
      if (lambda > 1e8) break;
      lambda *= 6;
    }
  }
  return { full, cost: now.cost, wrongSides: wrongSides(model, full) };
}

function wrongSides(model: Model, full: Float64Array): number {
  return model.survey.sides.filter((s) => sideOf(model, full, s) * (s.right ? -1 : 1) < 0).length;
}

/** Positive where the pulley stands left of the way from one centre to the other, mm² (twice the area). */
function sideOf(model: Model, full: Float64Array, { pulley, leftOf }: Side): number {
  const at = (id: string) => 2 * model.centreOf[model.pulleyIndex.get(id)!]!;
  const [p, f, t] = [at(pulley), at(leftOf[0]), at(leftOf[1])];
  return (full[t]! - full[f]!) * (full[p + 1]! - full[f + 1]!) - (full[t + 1]! - full[f + 1]!) * (full[p]! - full[f]!);
}

const better = (a: Fit, b: Fit) => a.wrongSides < b.wrongSides || (a.wrongSides === b.wrongSides && a.cost < b.cost - 1e-9 * (1 + b.cost));

/** Best fit by tape alone: from a laid-out start and scattered ones, each unfolded as long as that helps. */
function search(model: Model): Fit {
  const random = seededRandom(20260501);
  const reach = Math.max(100, ...model.survey.measures.map((m) => (m.kind === 'angle' || m.kind === 'belt' ? 0 : Math.abs(m.value))));
  const freedom = model.survey.measures.filter((m) => m.kind !== 'belt').length - model.free.length;
  const acceptable = (fit: Fit) => fit.wrongSides === 0 && fit.cost <= (freedom > 0 ? chiSquareLimit(freedom) : 1e-6);
  let best: Fit | undefined;
  for (let k = 0; k <= SCATTERED_STARTS; k++) {
    const start = k === 0 ? layOutByDistance(model, reach) : framed(model, Float64Array.from({ length: model.size }, () => (random() - 0.5) * 2 * reach));
    let fit = descend(model, start, false);
    for (let round = 0; round < 6; round++) {
      const improved = unfold(model, fit);
      if (!improved) break;
      fit = improved;
    }
    const again = best !== undefined && fit.wrongSides === best.wrongSides && Math.abs(fit.cost - best.cost) <= 1e-6 * (1 + best.cost);
    if (!best || better(fit, best)) best = fit;
    // An acceptable fit, or one that another start comes to as well, is not looked for any longer.
    if (acceptable(best) || again) break;
  }
  return best!;
}

function withBelts(model: Model, fit: Fit): Fit {
  return model.survey.measures.some((m) => m.kind === 'belt') ? descend(model, fit.full, true) : fit;
}

/** Which centres each measure ties together; an edge is a node of its own. */
function ties(model: Model): number[][] {
  const c = (id: string) => model.centreOf[model.pulleyIndex.get(id)!]!;
  return model.survey.measures.map((m) => {
    if (m.kind === 'angle') return [c(m.at), c(m.between[0]), c(m.between[1])];
    if (m.kind === 'belt') return model.survey.drive.belts.find((b) => b.id === m.belt)!.route.map((s) => c(s.pulley));
    return 'between' in m ? [c(m.between[0]), c(m.between[1])] : [c(m.of), model.centres + model.edges.indexOf(m.edge)];
  });
}

/** Centres reflected in the line through two others, and the whole put back into its frame. */
function reflected(model: Model, full: Float64Array, which: readonly number[], i: number, j: number): Float64Array {
  const next = full.slice();
  const [ax, ay] = [full[2 * i]!, full[2 * i + 1]!];
  const [dx, dy] = [full[2 * j]! - ax, full[2 * j + 1]! - ay];
  const d2 = dx * dx + dy * dy || 1e-9;
  for (const c of which) {
    const [px, py] = [full[2 * c]! - ax, full[2 * c + 1]! - ay];
    const t = (px * dx + py * dy) / d2;
    next[2 * c] = ax + 2 * t * dx - px;
    next[2 * c + 1] = ay + 2 * t * dy - py;
  }
  return framed(model, next);
}

/** With no edge: turned and shifted so that the first centre is the origin and the second lies on the positive x axis. */
function framed(model: Model, full: Float64Array): Float64Array {
  if (model.edges.length > 0 || model.centres < 2) return full;
  const [ox, oy] = [full[0]!, full[1]!];
  const l = Math.hypot(full[2]! - ox, full[3]! - oy) || 1;
  const [cos, sin] = [(full[2]! - ox) / l, (full[3]! - oy) / l];
  const next = full.slice();
  for (let c = 0; c < model.centres; c++) {
    const [x, y] = [full[2 * c]! - ox, full[2 * c + 1]! - oy];
    next[2 * c] = cos * x + sin * y;
    next[2 * c + 1] = -sin * x + cos * y;
  }
  next[3] = 0;
  return next;
}

/** Every way of folding a part over a line of two centres: parts that hang together by no other measure fold for nothing. */
function folds(model: Model): { part: number[]; i: number; j: number }[] {
  const links = ties(model);
  const nodes = model.centres + model.edges.length;
  const found: { part: number[]; i: number; j: number }[] = [];
  for (let i = 0; i < model.centres; i++) {
    for (let j = i + 1; j < model.centres; j++) {
      const group = Int32Array.from({ length: nodes }, (_, k) => k);
      const root = (k: number): number => (group[k] === k ? k : root(group[k]!));
      for (const link of links) {
        const rest = link.filter((k) => k !== i && k !== j);
        for (let k = 1; k < rest.length; k++) group[root(rest[k]!)] = root(rest[0]!);
      }
      const parts = new Map<number, number[]>();
      for (let k = 0; k < nodes; k++) if (k !== i && k !== j) parts.set(root(k), [...(parts.get(root(k)) ?? []), k]);
      for (const part of parts.values()) if (part.every((k) => k < model.centres)) found.push({ part, i, j });
    }
  }
  return found;
}

/** A better fit by folding one centre over the line of two that it is measured to, or a whole part over; null where none is better. */
function unfold(model: Model, fit: Fit): Fit | null {
  const links = ties(model).filter((l) => l.length === 2 && l.every((k) => k < model.centres));
  const trials: Float64Array[] = [];
  for (let c = 0; c < model.centres; c++) {
    const near = [...new Set(links.filter((l) => l.includes(c)).map((l) => (l[0] === c ? l[1]! : l[0]!)))].slice(0, 3);
    near.forEach((i, k) => near.slice(k + 1).forEach((j) => trials.push(reflected(model, fit.full, [c], i, j))));
  }
  if (fit.wrongSides > 0) for (const { part, i, j } of folds(model)) trials.push(reflected(model, fit.full, part, i, j));
  let best: Fit | null = null;
  for (const trial of trials) {
    // A fold that tears the measures apart will not be mended by a descent that ends elsewhere.
    if (spread(model, trial, false).cost > fit.cost + WORTH_TRYING) continue;
    const next = descend(model, trial, false);
    if (better(next, best ?? fit)) best = next;
  }
  return best;
}

/** A start from the distances: missing ones by the shortest way round, then the two largest axes of the doubly centred squares (Torgerson 1952). */
function layOutByDistance(model: Model, reach: number): Float64Array {
  const n = model.centres;
  const d = new Float64Array(n * n).fill(Infinity);
  for (let i = 0; i < n; i++) d[i * n + i] = 0;
  const at = (id: string) => model.centreOf[model.pulleyIndex.get(id)!]!;
  for (const m of model.survey.measures) {
    if (m.kind !== 'centres' && m.kind !== 'outside' && m.kind !== 'inside') continue;
    const sign = m.kind === 'outside' ? 1 : m.kind === 'inside' ? -1 : 0;
    const rims = sign * m.between.reduce((sum, id) => sum + model.survey.drive.pulleys[model.pulleyIndex.get(id)!]!.outsideDiameter / 2, 0);
    const [i, j] = [at(m.between[0]), at(m.between[1])];
    d[i * n + j] = d[j * n + i] = Math.max(1, m.value - rims);
  }
  for (let k = 0; k < n; k++) for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) d[i * n + j] = Math.min(d[i * n + j]!, d[i * n + k]! + d[k * n + j]!);
  const squares = d.map((v) => (Number.isFinite(v) ? v * v : reach * reach));
  const mean = (i: number) => squares.subarray(i * n, (i + 1) * n).reduce((a, b) => a + b, 0) / n;
  const means = Array.from({ length: n }, (_, i) => mean(i));
  const all = means.reduce((a, b) => a + b, 0) / Math.max(1, n);
  const gram = squares.map((v, k) => -0.5 * (v - means[Math.floor(k / n)]! - means[k % n]! + all));
  const { values, vectors } = symmetricEigen(gram, n);
  const order = [...values.keys()].sort((a, b) => values[b]! - values[a]!);
  const full = new Float64Array(model.size);
  for (let i = 0; i < n; i++) {
    full[2 * i] = order[0] === undefined ? 0 : vectors[i * n + order[0]]! * Math.sqrt(Math.max(0, values[order[0]]!));
    full[2 * i + 1] = order[1] === undefined ? 0 : vectors[i * n + order[1]]! * Math.sqrt(Math.max(0, values[order[1]]!));
  }
  if (model.edges.length > 0) {
    for (const m of model.survey.measures) if ('edge' in m && m.edge === model.edges[0]) full[2 * at(m.of) + (m.kind === 'from-edge' ? 1 : 0)] = m.value;
  }
  return framed(model, full);
}

/** Upper thousandth of χ² by Wilson and Hilferty's cube root (1931). */
function chiSquareLimit(freedom: number): number {
  return freedom * (1 - 2 / (9 * freedom) + CONFLICT_Z * Math.sqrt(2 / (9 * freedom))) ** 3;
}

function describe(model: Model, fit: Fit): SurveyAnswer {
  const { survey } = model;
  const { drive, measures } = survey;
  const n = model.free.length;
  const { readings, cost } = spread(model, fit.full, true);
  const { matrix, rows } = normal(model, readings);
  const { values, vectors } = symmetricEigen(matrix, n);
  const largest = Math.max(1e-300, ...values);
  const held = [...values.keys()].filter((k) => values[k]! > RANK_TOLERANCE * largest);
  const loose = [...values.keys()].filter((k) => values[k]! <= RANK_TOLERANCE * largest);
  const inverse = new Float64Array(n * n);
  for (const k of held) for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) inverse[i * n + j]! += (vectors[i * n + k]! * vectors[j * n + k]!) / values[k]!;

  const moving = new Set<number>();
  const nullShare = (entry: number) => {
    const i = model.free.indexOf(entry);
    return i < 0 ? 0 : loose.reduce((sum, k) => sum + vectors[i * n + k]! ** 2, 0);
  };
  for (let c = 0; c < model.centres; c++) if (nullShare(2 * c) + nullShare(2 * c + 1) > 1e-9) moving.add(c);
  const mirrors = mirrorImages(model, fit, cost);
  for (const { moved } of mirrors) moved.forEach((c) => moving.add(c));
  const undetermined = drive.pulleys.filter((_, i) => moving.has(model.centreOf[i]!)).map((p) => p.id);

  // Covariance of the free entries: A·(Σ_ε + B·Σ_D·Bᵀ)·Aᵀ. The rows are already divided by their sd.
  const used = rows.flatMap((row, m) => (row ? [m] : []));
  const gain = used.map((m) => times(inverse, rows[m]!, n));
  const byDiameter = drive.pulleys.map((_, p) => {
    const shift = new Float64Array(n);
    used.forEach((m, u) => {
      const b = (readings[m]!.byDiameter.get(p) ?? 0) / model.sds[m]!;
      if (b !== 0) for (let i = 0; i < n; i++) shift[i]! -= gain[u]![i]! * b;
    });
    return shift;
  });
  const variance = (by: ReadonlyMap<number, number>, direct: ReadonlyMap<number, number>) => {
    const g = new Float64Array(n);
    model.free.forEach((k, i) => (g[i] = by.get(k) ?? 0));
    let sum = 0;
    for (const row of gain) sum += dot(g, row) ** 2;
    byDiameter.forEach((shift, p) => (sum += (survey.diameterSd * (dot(g, shift) + (direct.get(p) ?? 0))) ** 2));
    return sum;
  };
  const none = new Map<number, number>();
  const placed = (i: number) => !moving.has(model.centreOf[i]!);
  const pulleys = drive.pulleys.map((p, i): SurveyedPulley => {
    const c = model.centreOf[i]!;
    if (!placed(i)) return { id: p.id, x: null, y: null, sd: null };
    return { id: p.id, x: fit.full[2 * c]! + 0, y: fit.full[2 * c + 1]! + 0, sd: Math.sqrt(variance(new Map([[2 * c, 1]]), none) + variance(new Map([[2 * c + 1, 1]]), none)) };
  });

  const leftOut = measures.map((m, i) => {
    const u = used.indexOf(i);
    if (u < 0) return 0;
    const leverage = dot(gain[u]!, rows[i]!);
    const r = (m.value - readings[i]!.value) / model.sds[i]!;
    return 1 - leverage > 1e-6 ? Math.abs(r) / Math.sqrt(1 - leverage) : 0;
  });
  const freedom = used.length - held.length;
  const conflict = freedom > 0 && cost > chiSquareLimit(freedom);
  const ranked = [...leftOut.keys()].filter((i) => leftOut[i]! > (conflict ? 1 : SUSPICIOUS)).sort((a, b) => leftOut[b]! - leftOut[a]!);
  const suspects = ranked.map((i) => measures[i]!.id);

  const laid = layOut(model, fit.full);
  const belts = drive.belts.map((b, k) => {
    const reading = b.route.every((s) => placed(model.pulleyIndex.get(s.pulley)!)) ? beltReading(model, laid, k) : null;
    return { id: b.id, pitchLength: reading?.value ?? null, sd: reading ? Math.sqrt(variance(reading.by, reading.byDiameter)) : null, reading };
  });
  return {
    status: conflict ? 'conflict' : undetermined.length > 0 ? 'undetermined' : 'determined',
    pulleys,
    measures: measures.map((m, i): SurveyedMeasure => ({ id: m.id, fitted: readings[i]?.value ?? null, residual: readings[i] ? m.value - readings[i]!.value : null, suspect: suspects.includes(m.id) })),
    suspects,
    belts: belts.map(({ id, pitchLength, sd }) => ({ id, pitchLength, sd })),
    undetermined,
    next: nextMeasures(model, fit, inverse, loose.map((k) => Float64Array.from({ length: n }, (_, i) => vectors[i * n + k]!)), mirrors, belts.flatMap((b) => (b.reading ? [b.reading.by] : []))),
    problems: undetermined.length === 0 && !laid ? [{ path: 'drive.belts', message: 'the belts cannot be laid round the pulleys where they were found; check route and sides' }] : [],
  };
}

const dot = (a: Float64Array, b: Float64Array) => a.reduce((sum, v, i) => sum + v * b[i]!, 0);
const times = (matrix: Float64Array, v: Float64Array, n: number) => Float64Array.from({ length: n }, (_, i) => dot(matrix.subarray(i * n, (i + 1) * n), v));

interface Mirror {
  readonly full: Float64Array;
  readonly moved: readonly number[];
}

/** Other places that fit as well and obey the sides. */
function mirrorImages(model: Model, fit: Fit, cost: number): Mirror[] {
  const trials = folds(model).map(({ part, i, j }) => reflected(model, fit.full, part, i, j));
  if (model.edges.length > 0 && !model.survey.measures.some((m) => m.kind === 'along-edge')) {
    const turned = fit.full.slice();
    for (let c = 0; c < model.centres; c++) turned[2 * c] = 2 * fit.full[0]! - turned[2 * c]!;
    trials.push(turned);
  }
  return trials.flatMap((full) => {
    const moved = Array.from({ length: model.centres }, (_, c) => c).filter((c) => Math.hypot(full[2 * c]! - fit.full[2 * c]!, full[2 * c + 1]! - fit.full[2 * c + 1]!) > SAME_PLACE_MM);
    if (moved.length === 0 || wrongSides(model, full) > fit.wrongSides) return [];
    return spread(model, full, true).cost <= cost + 1e-6 * (1 + cost) ? [{ full, moved }] : [];
  });
}

/** Distances not yet measured, ranked by what each would settle: what can still move, then what can still be mirrored, then the belts' spread. */
function nextMeasures(model: Model, fit: Fit, inverse: Float64Array, loose: readonly Float64Array[], mirrors: readonly Mirror[], beltBy: readonly ReadonlyMap<number, number>[]): NextMeasure[] {
  const { drive, measures, tapeSd } = model.survey;
  const n = model.free.length;
  const name = (p: number) => drive.pulleys[p]!.label ?? drive.pulleys[p]!.id;
  const measured = new Set(measures.flatMap((m) => (m.kind === 'centres' || m.kind === 'outside' || m.kind === 'inside' ? [[...m.between].sort().join('\0')] : [])));
  const beltRows = beltBy.map((by) => Float64Array.from(model.free, (k) => by.get(k) ?? 0));
  const ranked: { worth: number; next: NextMeasure }[] = [];
  for (let p = 0; p < drive.pulleys.length; p++) {
    for (let q = p + 1; q < drive.pulleys.length; q++) {
      const between = [drive.pulleys[p]!.id, drive.pulleys[q]!.id] as const;
      if (model.centreOf[p] === model.centreOf[q] || measured.has([...between].sort().join('\0'))) continue;
      const m: Measure = { id: '', kind: 'centres', between: [...between], value: 1 };
      const reading = read(model, m, fit.full, null)!;
      const g = Float64Array.from(model.free, (k) => reading.by.get(k) ?? 0);
      const freed = Math.max(0, ...loose.flatMap((v) => [-TRIAL_MOVE_MM, TRIAL_MOVE_MM].map((by) => {
        const moved = fit.full.slice();
        model.free.forEach((k, i) => (moved[k]! += by * v[i]!));
        return Math.abs(read(model, m, moved, null)!.value - reading.value);
      })));
      const told = Math.max(0, ...mirrors.map((o) => Math.abs(read(model, m, o.full, null)!.value - reading.value)));
      if (loose.length > 0 || mirrors.length > 0) {
        if (freed > tapeSd || told > 4 * tapeSd) ranked.push({ worth: freed > tapeSd ? 1e6 + freed : told, next: { kind: 'centres', between, why: freed > tapeSd ? `fixes how ${name(p)} and ${name(q)} stand to each other, which nothing does yet` : `tells the drawing from its mirror image: it would differ by ${Math.round(told)} mm` } });
        continue;
      }
      const spreadOf = times(inverse, g, n);
      const uncertainty = tapeSd ** 2 + dot(g, spreadOf);
      const gain = beltRows.length > 0 ? beltRows.reduce((sum, row) => sum + dot(row, spreadOf) ** 2, 0) / uncertainty : dot(spreadOf, spreadOf) / uncertainty;
      ranked.push({ worth: gain, next: { kind: 'centres', between, why: beltRows.length > 0 ? 'takes most off the uncertainty of the belt length' : 'takes most off the uncertainty of the positions' } });
    }
  }
  ranked.sort((a, b) => b.worth - a.worth);
  const best = ranked.slice(0, 3).map((r) => r.next);
  if (best.length === 0 && mirrors.length > 0) {
    const { moved } = mirrors[0]!;
    const others = drive.pulleys.map((_, i) => i).filter((i) => !moved.includes(model.centreOf[i]!));
    const [a, b] = [others[0] ?? 0, others.find((i) => model.centreOf[i] !== model.centreOf[others[0] ?? 0]) ?? 1];
    const odd = drive.pulleys.findIndex((_, i) => moved.includes(model.centreOf[i]!));
    best.push({ kind: 'side', between: [drive.pulleys[a]!.id, drive.pulleys[b]!.id], why: `say whether, seen from above, ${name(odd)} stands left or right of the line from ${name(a)} to ${name(b)}` });
  }
  return best;
}
