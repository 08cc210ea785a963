import type { Workspace } from './workspace';
import { isSimple, overlapsOf } from './crossing';
import { placePulleys, type EnergyState } from './energy-state';
import { traceLoop } from './loop';
import { NO_LENGTH_MM, TOUCHING_MM } from './tolerances';

/** Shortest and longest pitch path of a belt over all that can be moved, mm. */
export interface PathExtremes {
  /** Path with every tensioner and adjuster at its slackest, for fitting a belt. */
  readonly shortest: number;
  readonly longest: number;
}

/** Number of grid points along one travel, and along each of two together, before refinement. */
const ALONG = 49;
const ALONG_PAIR = 9;
/** Rounds of one travel after another; each round shortens the path or is the last. */
const MOST_ROUNDS = 12;
/** Halvings of the last step about the best place found. */
const HALVINGS = 22;

/**
 * Shortest and longest path that the tensioners of a belt allow. Locked ones move within their adjuster or travel. With
 * up to two tensioners, their whole travel is scanned. More are scanned one by one and in pairs, from the drawing and
 * from either end. The work grows with the square of their number. Positions without a valid loop do not count.
 */
export function pathExtremes(work: Workspace, belt: number, state: EnergyState): PathExtremes {
  const { trace } = work.belts[belt]!;
  trace.careful = true;
  const found = { shortest: extreme(work, belt, state, 1), longest: extreme(work, belt, state, -1) };
  trace.careful = false;
  return found;
}

function extreme(work: Workspace, belt: number, state: EnergyState, sign: 1 | -1): number {
  const { plan, trace } = work.belts[belt]!;
  const moving = [...new Set([...plan.pulley].map((p) => work.compiled.carrier[p]!))].filter((t) => t >= 0);
  const travel = moving.map((t) => {
    const adjuster = work.compiled.drive.adjusters.find((a) => a.tensioner === work.compiled.drive.tensioners[t]!.id);
    const { min, max } = work.tensioners[t]!;
    return { t, min: adjuster?.min ?? min, max: adjuster?.max ?? max };
  });
  const q = Float64Array.from(work.tensioners, (t) => t.lockedAt ?? Math.min(t.max, Math.max(t.min, 0)));
  const lengthAt = (): number => {
    placePulleys(work, q, state);
    if (traceLoop(plan, work.x, work.y, trace) !== 'ok') return Infinity;
    return sign * trace.length;
  };
  const real = () => overlapsOf(plan, work.x, work.y).length === 0 && isSimple(plan, work.x, work.y, trace);
  let least = Infinity;
  let best = q.slice();
  const consider = (): boolean => {
    const length = lengthAt();
    if (!(length < least - NO_LENGTH_MM) || !real()) return false;
    least = length;
    best = q.slice();
    return true;
  };
  const place = (k: number, count: number, i: number) => {
    const { t, min, max } = travel[k]!;
    q[t] = min + ((max - min) * i) / (count - 1);
  };
  const alongOne = (k: number) => {
    for (let i = 0; i < ALONG; i++) {
      place(k, ALONG, i);
      consider();
    }
    q.set(best);
  };
  const alongTwo = (k: number, l: number, count: number) => {
    for (let i = 0; i < count; i++) {
      for (let j = 0; j < count; j++) {
        place(k, count, i);
        place(l, count, j);
        consider();
      }
    }
    q.set(best);
  };
  /** Halves the step about the best place, along each travel in turn. */
  const closeIn = () => {
    for (let step = 0, share = 1 / (ALONG - 1); step < HALVINGS; step++, share /= 2) {
      for (const { t, min, max } of travel) {
        for (const way of [-1, 1]) {
          q.set(best);
          q[t] = Math.min(max, Math.max(min, q[t]! + way * share * (max - min)));
          consider();
        }
      }
    }
    q.set(best);
  };
  const search = () => {
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const before = least;
      travel.forEach((_, k) => alongOne(k));
      travel.forEach((_, k) => travel.forEach((__, l) => l > k && alongTwo(k, l, travel.length === 2 ? ALONG : ALONG_PAIR)));
      if (travel.length <= 2 || !(least < before - TOUCHING_MM)) break;
    }
    closeIn();
  };
  consider();
  search();
  if (travel.length > 2) {
    for (const end of ['min', 'max'] as const) {
      const found = { least, best };
      least = Infinity;
      for (const t of travel) q[t.t] = t[end];
      consider();
      search();
      if (!(least < found.least)) ({ least, best } = found);
    }
  }
  if (!Number.isFinite(least)) return work.belts[belt]!.drawnLength;
  return sign * least;
}
