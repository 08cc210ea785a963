import { seededRandom } from '../drive';
import { layOutByCrossing, layOutByDistance, layOutFromPhoto } from './layout';
import { solveDamped } from './linear';
import { newReadings, readAll, type Model, type Readings } from './model';
import { sidePenalty, ties } from './ties';

export interface Fit {
  readonly full: Float64Array;
  /** Sum of squared residuals over their sd. */
  readonly cost: number;
  /** What sides that are not obeyed add to it. */
  readonly penalty: number;
}

/** Starts from layouts by construction, and then from scattered places: enough to leave a wrong fold, few enough to be quick. */
const NARROW_BEAM = 12;
const WIDE_BEAM = 60;
const CROSSING_STARTS = 3;
const SCATTERED_STARTS = 3;
/** Sides missed by so little, in what they weigh, are near enough: the folds have been tried by then. */
const ALL_BUT_OBEYED = 60;
const MOST_STEPS = 60;
const MOST_FOLDS = 6;
const MOST_REFOLDS = 2;
/** Share of chance under which residuals are called a conflict, as a normal deviate: one in a thousand. */
const CONFLICT_Z = 3.0902;
/** A fold is tried where it raises the sum of squares by no more than this: a few measures ten deviations off. */
const WORTH_TRYING = 400;
/** A descent ends with a step this short, mm. */
const LAST_STEP_MM = 1e-7;

/** Upper thousandth of χ² by Wilson and Hilferty's cube root (1931). */
export function chiSquareLimit(freedom: number): number {
  return freedom * (1 - 2 / (9 * freedom) + CONFLICT_Z * Math.sqrt(2 / (9 * freedom))) ** 3;
}

/** Room for the descents of one model. */
interface Workshop {
  now: Readings;
  then: Readings;
  readonly matrix: Float64Array;
  readonly right: Float64Array;
}

const newWorkshop = (model: Model): Workshop => ({
  now: newReadings(model),
  then: newReadings(model),
  matrix: new Float64Array(model.free.length ** 2),
  right: new Float64Array(model.free.length),
});

/**
 * The positions that minimise the sum of squared residuals over their sd, among the mirror images that obey the sides: by tape alone from
 * layouts by construction and others, each unfolded as long as that helps, then with measured belts from there.
 */
export function fitSurvey(model: Model): Fit {
  const shop = newWorkshop(model);
  const { survey } = model;
  const reach = Math.max(100, ...survey.measures.map((m) => (m.kind === 'angle' || m.kind === 'belt' ? 0 : Math.abs(m.value))));
  const freedom = model.equations.filter((e) => e.kind !== 'measure' || e.measure.kind !== 'belt').length - model.free.length;
  const acceptable = (fit: Fit) => fit.penalty <= ALL_BUT_OBEYED && fit.cost <= (freedom > 0 ? chiSquareLimit(freedom) : 1e-6);
  let best: Fit | undefined;
  let tried = 0;
  for (const start of starts(model, reach, shop)) {
    let fit = descend(model, start, false, shop);
    for (let round = 0; round < MOST_FOLDS; round++) {
      const improved = unfold(model, fit, shop);
      if (!improved) break;
      fit = improved;
    }
    const again = best !== undefined && Math.abs(total(fit) - total(best)) <= 1e-6 * (1 + total(best));
    if (!best || better(fit, best)) best = fit;
    // An acceptable fit, or one that no layout by construction improves on, is not looked for any longer.
    if (acceptable(best) || (again && ++tried >= 2 * CROSSING_STARTS)) break;
  }
  return model.hasBelts ? descend(model, best!.full, true, shop) : best!;
}

function* starts(model: Model, reach: number, shop: Workshop): Generator<Float64Array> {
  const random = seededRandom(20260501);
  for (const quarter of model.photos.length === 0 ? [] : model.edges.length === 0 ? [0] : [0, 1, 2, 3])
    yield framed(model, layOutFromPhoto(model, quarter, random));
  for (const beam of [NARROW_BEAM, WIDE_BEAM])
    for (const laid of layOutByCrossing(model, shop.then, beam).slice(0, CROSSING_STARTS)) yield framed(model, laid);
  yield framed(model, layOutByDistance(model, reach));
  for (let k = 0; k < SCATTERED_STARTS; k++) {
    yield framed(
      model,
      Float64Array.from({ length: model.size }, (_, i) =>
        i < model.photoAt ? (random() - 0.5) * 2 * reach : i % 4 === (model.photoAt + 2) % 4 ? random() * 6.28 : 0,
      ),
    );
  }
}

const total = (fit: Fit) => fit.cost + fit.penalty;
const better = (a: Fit, b: Fit) => total(a) < total(b) - 1e-9 * (1 + total(b));

/** JᵀWJ and JᵀWr over the free entries. */
export function normalEquations(model: Model, readings: Readings, matrix: Float64Array, right: Float64Array): void {
  const n = model.free.length;
  matrix.fill(0);
  right.fill(0);
  for (let m = 0; m < model.equations.length; m++) {
    if (readings.known[m] === 0) continue;
    const weight = 1 / model.sds[m]! ** 2;
    const r = (model.target[m]! - readings.value[m]!) * weight;
    const begin = readings.start[m]!;
    const end = begin + readings.used[m]!;
    for (let a = begin; a < end; a++) {
      const i = model.freeAt[readings.entry[a]!]!;
      if (i < 0) continue;
      const v = readings.by[a]!;
      right[i]! += v * r;
      for (let b = begin; b < end; b++) {
        const j = model.freeAt[readings.entry[b]!]!;
        if (j >= 0) matrix[i * n + j]! += v * weight * readings.by[b]!;
      }
    }
  }
}

/** Levenberg–Marquardt from a start (Marquardt 1963). A belt that could lie before a step must lie after it. */
function descend(model: Model, start: Float64Array, belts: boolean, shop: Workshop): Fit {
  let full = start.slice();
  let next = start.slice();
  let lambda = 1e-3;
  readAll(model, full, belts, shop.now);
  for (let k = 0; k < MOST_STEPS; k++) {
    normalEquations(model, shop.now, shop.matrix, shop.right);
    const step = solveDamped(shop.matrix, shop.right, model.free.length, lambda);
    if (!step) {
      lambda *= 10;
      continue;
    }
    next.set(full);
    let longest = 0;
    for (let i = 0; i < step.length; i++) {
      next[model.free[i]!]! += step[i]!;
      longest = Math.max(longest, Math.abs(step[i]!));
    }
    readAll(model, next, belts, shop.then);
    const lost = belts && shop.then.known.some((yes, i) => yes === 0 && shop.now.known[i] === 1);
    if (!lost && shop.then.cost <= shop.now.cost) {
      [full, next] = [next, full];
      [shop.now, shop.then] = [shop.then, shop.now];
      lambda = Math.max(1e-12, lambda / 8);
      if (longest < LAST_STEP_MM) break;
    } else {
      if (lambda > 1e8 || longest < LAST_STEP_MM) break;
      lambda *= 6;
    }
  }
  return { full, cost: shop.now.cost, penalty: sidePenalty(model, full) };
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

/** With no edge: turned and shifted so that the first centre is the origin and the second lies on the positive x axis, photos with them. */
function framed(model: Model, full: Float64Array): Float64Array {
  if (model.edges.length > 0 || model.centres < 2) return full;
  const [ox, oy] = [full[0]!, full[1]!];
  const turn = Math.atan2(full[3]! - oy, full[2]! - ox);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const next = full.slice();
  const carry = (k: number) => {
    const [x, y] = [full[k]! - ox, full[k + 1]! - oy];
    next[k] = cos * x + sin * y;
    next[k + 1] = -sin * x + cos * y;
  };
  for (let c = 0; c < model.centres; c++) carry(2 * c);
  model.photos.forEach((_, p) => {
    carry(model.photoAt + 4 * p);
    next[model.photoAt + 4 * p + 2]! -= turn;
  });
  next[3] = 0;
  return next;
}

/** Every way of folding a part over a line of two centres: parts that hang together by no other equation fold for nothing. */
function folds(model: Model): { part: number[]; i: number; j: number }[] {
  const links = ties(model);
  const nodes = model.centres + model.edges.length + model.photos.length;
  const found: { part: number[]; i: number; j: number }[] = [];
  const group = new Int32Array(nodes);
  const root = (k: number): number => {
    let r = k;
    while (group[r] !== r) r = group[r]!;
    return (group[k] = r);
  };
  for (let i = 0; i < model.centres; i++) {
    for (let j = i + 1; j < model.centres; j++) {
      for (let k = 0; k < nodes; k++) group[k] = k;
      for (const link of links) {
        let first = -1;
        for (const k of link) {
          if (k === i || k === j) continue;
          if (first < 0) first = k;
          else group[root(k)] = root(first);
        }
      }
      const parts = new Map<number, number[]>();
      for (let k = 0; k < nodes; k++) {
        if (k === i || k === j) continue;
        const r = root(k);
        const part = parts.get(r);
        if (part) part.push(k);
        else parts.set(r, [k]);
      }
      for (const part of parts.values()) if (part.every((k) => k < model.centres)) found.push({ part, i, j });
    }
  }
  // Turning over all the rest is the same over any line; once is enough.
  const whole = found.findIndex((f) => f.part.length === model.centres - 2);
  return found.filter((f, k) => f.part.length < model.centres - 2 || k === whole);
}

/** A better fit by folding one centre over the line of two that it is measured to, or a whole part over; null where none is better. */
function unfold(model: Model, fit: Fit, shop: Workshop): Fit | null {
  const links = ties(model).filter((l) => l.length === 2 && l.every((k) => k < model.centres));
  const near: number[][] = Array.from({ length: model.centres }, () => []);
  for (const [a, b] of links) {
    if (!near[a!]!.includes(b!)) near[a!]!.push(b!);
    if (!near[b!]!.includes(a!)) near[b!]!.push(a!);
  }
  let best: Fit | null = null;
  const attempt = (trial: Float64Array) => {
    const penalty = sidePenalty(model, trial);
    readAll(model, trial, false, shop.then);
    // A fold for nothing is only worth something for the side it puts right.
    if (penalty >= fit.penalty && Math.abs(shop.then.cost - fit.cost) <= 1e-6 * (1 + fit.cost)) return;
    // A fold that tears the measures apart will not be mended by a descent that ends elsewhere.
    if (shop.then.cost + penalty > total(fit) + WORTH_TRYING) return;
    const next = descend(model, trial, false, shop);
    if (better(next, best ?? fit)) best = next;
  };
  for (let c = 0; c < model.centres; c++) {
    const three = near[c]!.slice(0, 3);
    three.forEach((i, k) => three.slice(k + 1).forEach((j) => attempt(reflected(model, fit.full, [c], i, j))));
  }
  if (fit.penalty > 0) for (const { part, i, j } of folds(model)) attempt(reflected(model, fit.full, part, i, j));
  return best;
}

/** A measure that weighs this little takes no part, as a share of its weight. */
const LEFT_OUT = 1e-12;

/**
 * How much lower the sum of squares, with what sides add, comes to lie without each of some equations: refitted from the fit at hand, unfolded
 * as long as that helps. Where the model were straight this is the square of the left-out residual over its deviation.
 */
export function dropWithout(model: Model, fit: Fit, equations: readonly number[]): number[] {
  const shop = newWorkshop(model);
  return equations.map((m) => {
    const sd = model.sds[m]!;
    model.sds[m] = sd / Math.sqrt(LEFT_OUT);
    let without = descend(model, fit.full, model.hasBelts, shop);
    // Folds are weighed without belts; with some among the equations the two sums would not compare.
    for (let round = 0; round < MOST_REFOLDS && !model.hasBelts; round++) {
      const improved = unfold(model, without, shop);
      if (!improved) break;
      without = improved;
    }
    model.sds[m] = sd;
    return total(fit) - total(without);
  });
}

/** Another place of everything that fits as well. */
export interface Mirror {
  readonly full: Float64Array;
  readonly moved: readonly number[];
}

/** Two places closer than this are one, mm. */
const SAME_PLACE_MM = 0.5;

/**
 * Other places that fit as well and obey the sides: every fold that costs nothing, and where a side forbids it, with such further folds as put
 * that side right again: smaller ones, or the fold would only be taken back.
 */
export function mirrorImages(model: Model, fit: Fit, readings: Readings): Mirror[] {
  const cost = readings.cost;
  const asGood = (full: Float64Array) => {
    readAll(model, full, true, readings);
    return readings.cost <= cost + 1e-6 * (1 + cost);
  };
  const free = folds(model).filter(({ part, i, j }) => asGood(reflected(model, fit.full, part, i, j)));
  const obeyed = (first: Float64Array, folded: number): Float64Array | null => {
    let full = first;
    const smaller = free.filter((f) => f.part.length < folded);
    for (let left = smaller.length; sidePenalty(model, full) > fit.penalty; left--) {
      if (left === 0) return null;
      let best: { full: Float64Array; penalty: number } | null = null;
      for (const { part, i, j } of smaller) {
        const next = reflected(model, full, part, i, j);
        const penalty = sidePenalty(model, next);
        if (penalty < (best?.penalty ?? sidePenalty(model, full)) && asGood(next)) best = { full: next, penalty };
      }
      if (!best) return null;
      full = best.full;
    }
    return full;
  };
  const trials = free.map(({ part, i, j }) => ({ full: reflected(model, fit.full, part, i, j), folded: part.length }));
  if (model.edges.length > 0 && model.photos.length === 0 && !model.survey.measures.some((m) => m.kind === 'along-edge')) {
    const turned = fit.full.slice();
    for (let c = 0; c < model.centres; c++) turned[2 * c] = 2 * fit.full[0]! - turned[2 * c]!;
    trials.push({ full: turned, folded: model.centres });
  }
  const found = trials.flatMap(({ full: first, folded }) => {
    const full = obeyed(first, folded);
    if (!full || !asGood(full)) return [];
    const moved = Array.from({ length: model.centres }, (_, c) => c).filter(
      (c) => Math.hypot(full[2 * c]! - fit.full[2 * c]!, full[2 * c + 1]! - fit.full[2 * c + 1]!) > SAME_PLACE_MM,
    );
    return moved.length === 0 ? [] : [{ full, moved }];
  });
  readAll(model, fit.full, true, readings);
  return found;
}
