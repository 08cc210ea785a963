import { better, minimise, newWorkspace, reflected, total, type Fit, type Workspace } from './levenberg-marquardt';
import { readAll, type Readings } from './equations';
import type { Model } from './model';
import { sidePenalty, ties } from './ties';
import { LEFT_OUT_SHARE, SAME_COST_SHARE } from './tolerances';

/** A fold is tried where it raises the sum of squares by no more than this: a few measures ten deviations off. */
const WORTH_TRYING = 400;
const MOST_REFOLDS = 2;

/**
 * List the components that can be reflected about a line through two centres. Components without other equations
 * reflect at no cost.
 */
export function reflections(model: Model): { part: number[]; i: number; j: number }[] {
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

/** A place reflected as a whole, if no edge or photo fixes the orientation. Otherwise unchanged. */
export function reflectLayout(model: Model, fit: Fit, shop: Workspace): Fit {
  if (model.edges.length > 0 || model.photos.length > 0 || model.centres < 3) return fit;
  const next = fit.full.slice();
  for (let c = 0; c < model.centres; c++) next[2 * c + 1] = -next[2 * c + 1]!;
  return minimise(model, next, false, shop);
}

/**
 * A better fit after reflecting one centre about the line of its two anchors, or a whole component. Null if there is
 * none.
 */
export function unfold(model: Model, fit: Fit, shop: Workspace): Fit | null {
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
    // A reflection at no cost is useful only for the side it corrects.
    if (penalty >= fit.penalty && Math.abs(shop.then.cost - fit.cost) <= SAME_COST_SHARE * (1 + fit.cost)) return;
    // If a reflection violates the measurements strongly, a descent ends elsewhere.
    if (shop.then.cost + penalty > total(fit) + WORTH_TRYING) return;
    const next = minimise(model, trial, false, shop);
    if (better(next, best ?? fit)) best = next;
  };
  for (let c = 0; c < model.centres; c++) {
    const three = near[c]!.slice(0, 3);
    three.forEach((i, k) => three.slice(k + 1).forEach((j) => attempt(reflected(model, fit.full, [c], i, j))));
  }
  if (fit.penalty > 0) for (const { part, i, j } of reflections(model)) attempt(reflected(model, fit.full, part, i, j));
  return best;
}

/**
 * Decrease of the sum of squares, with sides, without each of some equations: refitted from the current fit, with
 * reflections while they help. In a linear model this is the square of the deleted residual over its deviation.
 */
export function dropWithout(model: Model, fit: Fit, equations: readonly number[]): number[] {
  const shop = newWorkspace(model);
  return equations.map((m) => {
    const sd = model.sds[m]!;
    model.sds[m] = sd / Math.sqrt(LEFT_OUT_SHARE);
    let without = minimise(model, fit.full, model.hasBelts, shop);
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
export interface MirrorImage {
  readonly full: Float64Array;
  readonly moved: readonly number[];
}

/** Two places closer than this are one, mm. */
const SAME_PLACE_MM = 0.5;

/**
 * Other places that fit equally and obey the sides: every reflection without cost. If a side forbids it, further
 * smaller reflections correct that side. Larger ones would only undo it.
 */
export function mirrorImages(model: Model, fit: Fit, readings: Readings): MirrorImage[] {
  const cost = readings.cost;
  const asGood = (full: Float64Array) => {
    readAll(model, full, true, readings);
    return readings.cost <= cost + SAME_COST_SHARE * (1 + cost);
  };
  const free = reflections(model).filter(({ part, i, j }) => asGood(reflected(model, fit.full, part, i, j)));
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
