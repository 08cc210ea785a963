import { spanGrowth } from './belt-term';
import { evaluateEnergy } from './energy';
import { solveEquilibrium, standAt, type Equilibrium } from './equilibrium';
import type { DriveState } from './schema';
import type { Solver } from './solver';
import { springReadings } from './spring-term';

/** Tension computed from the length of a spring. */
export interface SpringPlace {
  /** Position of the tensioner, degrees or mm. */
  readonly position: number;
  readonly tensionN: number;
  /** Tension per mm of the spring's length, N/mm. */
  readonly perMm: number;
  /** Tension that this spring's rate alone brings, N: a tenth more rate is a tenth more of it. */
  readonly byRateN: number;
}

export type SpringPlaceResult = { readonly ok: true; readonly place: SpringPlace } | { readonly ok: false; readonly problem: string };

/** Number of points between the stops before a root is refined. */
const PLACES = 400;
const CLOSER = 60;
/** Travel over which slopes are taken, mm or degrees. */
const STEP = 1e-4;

/**
 * Static tension from the installed length of a spring. The one free tensioner is moved until the spring has that
 * length. The tension follows from virtual work, −(dE_springs/dq)/(dL/dq). Among several positions the one nearest to
 * rest is taken.
 * @param spring index of the spring in the drive
 */
export function tensionBySpring(
  solver: Solver,
  belt: number,
  state: Pick<DriveState, 'lever' | 'locks'>,
  spring: number,
  lengthMm: number,
  rest: Equilibrium = solveEquilibrium(solver, state.lever, state.locks ?? {}),
): SpringPlaceResult {
  const { work } = solver;
  const { drive } = work.compiled;
  const { free } = rest.stand;
  const [t] = free;
  if (t === undefined || free.length > 1)
    return { ok: false, problem: 'a spring length shows the tension only if exactly one tensioner is free; use another method' };
  const one = drive.springs[spring]!;
  if (one.from.body !== drive.tensioners[t]!.id && one.to.body !== drive.tensioners[t]!.id)
    return { ok: false, problem: 'this spring does not hang on the tensioner that is free' };
  const q = rest.positions.slice();
  const lengthAt = (position: number) => {
    q[t] = position;
    return springReadings(work, q, state.lever)[spring]!.length;
  };
  const { min, max } = work.tensioners[t]!;
  const position = nearestRoot((at) => lengthAt(at) - lengthMm, min, max, rest.positions[t]!);
  if (position === null) {
    const ends = [lengthAt(min), lengthAt(max)].sort((a, b) => a - b).map((mm) => mm.toFixed(1));
    return {
      ok: false,
      problem: `its tensioner does not bring this spring to that length; at the stops it is ${ends.join(' and ')} mm long`,
    };
  }
  const here = tensionAt(solver, belt, t, q, position, state.lever, spring);
  if (here === null) return { ok: false, problem: 'at that length the belt does not fit its pulleys' };
  const step = lengthAt(position + STEP) - lengthAt(position - STEP);
  const above = tensionAt(solver, belt, t, q, position + STEP, state.lever, spring);
  const below = tensionAt(solver, belt, t, q, position - STEP, state.lever, spring);
  if (above === null || below === null || Math.abs(step) < 1e-12)
    return { ok: false, problem: 'its length barely changes with the tensioner there' };
  return {
    ok: true,
    place: { position, tensionN: here.tensionN, perMm: (above.tensionN - below.tensionN) / step, byRateN: here.byRateN },
  };
}

/** The root of f nearest to a place, within its bounds; null where there is none. */
function nearestRoot(f: (at: number) => number, min: number, max: number, near: number): number | null {
  let best: number | null = null;
  let [before, atBefore] = [min, f(min)];
  const take = (root: number) => {
    if (best === null || Math.abs(root - near) < Math.abs(best - near)) best = root;
  };
  if (Math.abs(atBefore) < 1e-9) take(min);
  for (let i = 1; i <= PLACES; i++) {
    const here = min + ((max - min) * i) / PLACES;
    const atHere = f(here);
    if (Math.abs(atHere) < 1e-9) take(here);
    else if (atBefore * atHere < 0) {
      let [a, b, fa] = [before, here, atBefore];
      for (let k = 0; k < CLOSER; k++) {
        const middle = (a + b) / 2;
        const fm = f(middle);
        if (fa * fm <= 0) b = middle;
        else [a, fa] = [middle, fm];
      }
      take((a + b) / 2);
    }
    [before, atBefore] = [here, atHere];
  }
  return best;
}

/** Belt tension by virtual work with the tensioner at a position, and its derivative by the rate of one spring. */
function tensionAt(
  solver: Solver,
  belt: number,
  t: number,
  q: Float64Array,
  position: number,
  lever: number,
  spring: number,
): { readonly tensionN: number; readonly byRateN: number } | null {
  const { work, terms, state } = solver;
  const at = q.slice();
  at[t] = position;
  solver.group = undefined;
  const stand = standAt(solver, at, lever, { belts: work.belts.map(() => null), share: 0 });
  if (!Number.isFinite(state.energy)) return null;
  const growth = spanGrowth(stand, belt, t, new Float64Array(stand.belts[belt]!.plan.stops));
  if (Math.abs(growth) < 1e-9) return null;
  const first = work.belts.length;
  evaluateEnergy(work, terms, at, lever, state, { terms: work.springs.map((_, s) => first + s) });
  const push = state.gradient[t]!;
  const lengthAt = (p: number) => {
    at[t] = p;
    return springReadings(work, at, lever)[spring]!.length;
  };
  const slope = (lengthAt(position + STEP) - lengthAt(position - STEP)) / (2 * STEP);
  const stretched = lengthAt(position) - work.springs[spring]!.freeLength;
  const pulls = work.springs[spring]!.extension ? stretched > 0 : stretched < 0;
  return {
    tensionN: -push / growth,
    byRateN: pulls ? -(work.springs[spring]!.rate * stretched * slope) / growth : 0,
  };
}
