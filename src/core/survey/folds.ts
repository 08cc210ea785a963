import { better, descend, newWorkshop, reflected, total, type Fit, type Workshop } from './descend';
import { readAll, type Readings } from './equations';
import type { Model } from './model';
import { sidePenalty, ties } from './ties';

/** A fold is tried where it raises the sum of squares by no more than this: a few measures ten deviations off. */
const WORTH_TRYING = 400;
const MOST_REFOLDS = 2;

/** Every way of folding a part over a line of two centres: parts that hang together by no other equation fold for nothing. */
export function folds(model: Model): { part: number[]; i: number; j: number }[] {
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

/** A place turned over as a whole, where no edge or photo says which way up it is; itself where one does. */
export function turnedOver(model: Model, fit: Fit, shop: Workshop): Fit {
  if (model.edges.length > 0 || model.photos.length > 0 || model.centres < 3) return fit;
  const next = fit.full.slice();
  for (let c = 0; c < model.centres; c++) next[2 * c + 1] = -next[2 * c + 1]!;
  return descend(model, next, false, shop);
}

/** A better fit by folding one centre over the line of two that it is measured to, or a whole part over; null where none is better. */
export function unfold(model: Model, fit: Fit, shop: Workshop): Fit | null {
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
