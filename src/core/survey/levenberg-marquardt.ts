import { solveDamped } from '../linear';
import { newReadings, readAll, type Readings } from './equations';
import type { Model } from './model';
import { PHOTO_ENTRIES } from './photo-equations';
import { sideDistance, sidePenalty } from './ties';
import { LAST_STEP_MM, MOST_STEPS, NO_DISTANCE_MM, SMALLER_SHARE } from './tolerances';

export interface Fit {
  readonly full: Float64Array;
  /** Sum of squared residuals over their sd. */
  readonly cost: number;
  /** Penalty of violated sides. */
  readonly penalty: number;
}

/** Sum of squares with what disobeyed sides add. */
export const total = (fit: Fit): number => fit.cost + fit.penalty;
export const better = (a: Fit, b: Fit): boolean => total(a) < total(b) - SMALLER_SHARE * (1 + total(b));

/**
 * A descent with an upper limit is checked after this many steps. It is stopped if it is above the limit and barely
 * falls.
 */
const GLANCE = 4;
const STUCK = 0.8;

/** Room for the descents of one model. */
export interface Workspace {
  now: Readings;
  then: Readings;
  readonly matrix: Float64Array;
  readonly right: Float64Array;
}

export const newWorkspace = (model: Model): Workspace => ({
  now: newReadings(model),
  then: newReadings(model),
  matrix: new Float64Array(model.free.length ** 2),
  right: new Float64Array(model.free.length),
});

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

/** Adds the violated sides to the normal equations, as readings of distance 0 with the deviation of the tape. */
function addSides(model: Model, full: Float64Array, matrix: Float64Array, right: Float64Array): void {
  const n = model.free.length;
  const weight = 1 / model.survey.tapeSd ** 2;
  for (const side of model.survey.sides) {
    const { off, entries, slopes } = sideDistance(model, full, side);
    if (off >= 0) continue;
    entries.forEach((a, k) => {
      const i = model.freeAt[a]!;
      if (i < 0) return;
      right[i]! -= slopes[k]! * off * weight;
      entries.forEach((b, l) => {
        const j = model.freeAt[b]!;
        if (j >= 0) matrix[i * n + j]! += slopes[k]! * slopes[l]! * weight;
      });
    });
  }
}

/**
 * Levenberg–Marquardt from a start (Marquardt 1963). A belt with a path before a step must have one after it.
 * @param hopelessAbove results above this sum of squares are not needed, so the descent may stop there
 */
export const minimise = (model: Model, start: Float64Array, belts: boolean, shop: Workspace, hopelessAbove = Infinity): Fit =>
  walkDown(model, start, { belts, sides: false, hopelessAbove }, shop);

/** The same with the sides as readings among the others: the place that measures and sides together make most likely. */
export const minimiseWithSides = (model: Model, start: Float64Array, belts: boolean, shop: Workspace): Fit =>
  walkDown(model, start, { belts, sides: true, hopelessAbove: Infinity }, shop);

function walkDown(
  model: Model,
  start: Float64Array,
  { belts, sides, hopelessAbove }: { readonly belts: boolean; readonly sides: boolean; readonly hopelessAbove: number },
  shop: Workspace,
): Fit {
  const sideCost = (at: Float64Array) => (sides ? sidePenalty(model, at) : 0);
  let full = start.slice();
  let next = start.slice();
  let lambda = 1e-3;
  let earlier = Infinity;
  readAll(model, full, belts, shop.now);
  let fromSides = sideCost(full);
  for (let k = 0; k < MOST_STEPS; k++) {
    if (k % GLANCE === GLANCE - 1) {
      if (shop.now.cost > hopelessAbove && shop.now.cost > STUCK * earlier) break;
      earlier = shop.now.cost;
    }
    normalEquations(model, shop.now, shop.matrix, shop.right);
    if (sides) addSides(model, full, shop.matrix, shop.right);
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
    const thenFromSides = sideCost(next);
    if (!lost && shop.then.cost + thenFromSides <= shop.now.cost + fromSides) {
      fromSides = thenFromSides;
      [full, next] = [next, full];
      [shop.now, shop.then] = [shop.then, shop.now];
      lambda = Math.max(1e-12, lambda / 8);
      if (longest < LAST_STEP_MM) break;
    } else {
      if (lambda > 1e8 || longest < LAST_STEP_MM) break;
      lambda *= 6;
    }
  }
  // A second centre that has wandered past the first is the same place seen turned by half.
  const settled = model.edges.length === 0 && model.centres > 1 && full[2]! < 0 ? framed(model, full) : full;
  return { full: settled, cost: shop.now.cost, penalty: sidePenalty(model, settled) };
}

/** Centres reflected in the line through two others, and the whole put back into its frame. */
export function reflected(model: Model, full: Float64Array, which: readonly number[], i: number, j: number): Float64Array {
  const next = full.slice();
  const [ax, ay] = [full[2 * i]!, full[2 * i + 1]!];
  const [dx, dy] = [full[2 * j]! - ax, full[2 * j + 1]! - ay];
  const d2 = dx * dx + dy * dy || NO_DISTANCE_MM;
  for (const c of which) {
    const [px, py] = [full[2 * c]! - ax, full[2 * c + 1]! - ay];
    const t = (px * dx + py * dy) / d2;
    next[2 * c] = ax + 2 * t * dx - px;
    next[2 * c + 1] = ay + 2 * t * dy - py;
  }
  return framed(model, next);
}

/**
 * Without an edge: rotated and shifted with photos and slides. The first centre is the origin and the second is on the
 * positive x axis.
 */
export function framed(model: Model, full: Float64Array): Float64Array {
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
    carry(model.photoAt + PHOTO_ENTRIES * p);
    next[model.photoAt + PHOTO_ENTRIES * p + 2]! -= turn;
  });
  for (const arm of model.arms) if (arm.line >= 0) next[arm.line]! -= (turn * 180) / Math.PI;
  next[3] = 0;
  return next;
}
