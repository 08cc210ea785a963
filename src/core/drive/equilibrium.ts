import type { CompiledDrive } from './compile';
import { evaluateEnergy, newEnergyState, type EnergyState } from './energy';
import {
  FORCE_TOLERANCE,
  LEVER_STEPS,
  MAX_NEWTON_STEPS,
  MAX_ROOT_STEPS,
  NEWTON_TOLERANCE,
  POSITION_TOLERANCE,
  STALL_TOLERANCE,
  STOP_TOLERANCE,
  TRAVEL_STEPS,
} from './tolerances';

/** How a solve ended. `blocked`: it stands where a belt would have to leave a pulley it needs. `not-settled`: no answer; never a half one. */
export type Ending = 'settled' | 'blocked' | 'not-settled';

export interface Equilibrium {
  readonly ending: Ending;
  /** Per tensioner, degrees or mm. */
  readonly positions: Float64Array;
  readonly atStop: readonly ('min' | 'max' | null)[];
  /** N·mm */
  readonly energy: number;
  /** Energy evaluations spent. */
  readonly evaluations: number;
  /** Largest out-of-balance force on a tensioner that is free to move, N at its reach. */
  readonly residual: number;
}

/** A solver with its scratch room, to be kept and reused for many solves of one drive. */
export interface Solver {
  readonly compiled: CompiledDrive;
  readonly state: EnergyState;
  readonly q: Float64Array;
  readonly trial: Float64Array;
  readonly step: Float64Array;
  readonly scratch: Float64Array;
  readonly free: number[];
  lever: number;
  evaluations: number;
}

export function newSolver(compiled: CompiledDrive): Solver {
  const n = compiled.tensioners.length;
  const floats = () => new Float64Array(n);
  return {
    compiled,
    state: newEnergyState(compiled),
    q: floats(),
    trial: floats(),
    step: floats(),
    scratch: new Float64Array(n * n),
    free: [],
    lever: 0,
    evaluations: 0,
  };
}

export type Locks = Readonly<Record<string, number>>;

/**
 * Equilibrium of a state: the least energy within the stops, reached from the drawing while the lever moves from released to `lever`. The
 * branch is followed in steps, so that of several minima the one that the mechanism really arrives at is found.
 * @param lever 0 released … 1 engaged
 * @param locks tensioner id → position at which this state holds it
 * @param start positions to begin from with the lever already there, instead of the drawing with the lever released
 */
export function solveEquilibrium(
  solver: Solver,
  lever: number,
  locks: Locks = {},
  start?: { readonly positions: Float64Array; readonly lever: number },
): Equilibrium {
  const { compiled, q, free } = solver;
  solver.evaluations = 0;
  free.length = 0;
  for (let t = 0; t < compiled.tensioners.length; t++) {
    const one = compiled.tensioners[t]!;
    const lock = locks[compiled.drive.tensioners[t]!.id] ?? one.lockedAt;
    if (lock === null) free.push(t);
    q[t] = lock ?? Math.min(one.max, Math.max(one.min, start?.positions[t] ?? 0));
  }
  const from = start?.lever ?? 0;
  const moved = free.length > 0 && lever !== from && movesWithLever(compiled);
  const steps = moved ? Math.max(1, Math.ceil(LEVER_STEPS * Math.abs(lever - from))) : 0;
  let ending: Ending = 'settled';
  for (let s = 0; s <= steps; s++) {
    solver.lever = steps === 0 ? lever : from + ((lever - from) * s) / steps;
    const last = s === steps;
    ending = free.length === 0 ? place(solver) : free.length === 1 ? settleOne(solver, free[0] as number, last) : settleMany(solver, last);
  }
  if (ending === 'not-settled' && free.length > 1) ending = tryFromStops(solver);
  return report(solver, ending);
}

function movesWithLever(compiled: CompiledDrive): boolean {
  return compiled.springs.some((s) => s.ends.some((e) => e.dx !== 0 || e.dy !== 0));
}

function evaluate(solver: Solver, q: Float64Array): number {
  solver.evaluations++;
  return evaluateEnergy(solver.compiled, q, solver.lever, solver.state);
}

function place(solver: Solver): Ending {
  return Number.isFinite(evaluate(solver, solver.q)) ? 'settled' : 'blocked';
}

/**
 * One free tensioner: walk downhill from where it stands until the slope turns or a stop is met, then close in on the turn. Strides lengthen
 * only while the slope comes out as the curvature foretold, so that no turn is stepped over. Newton steps with
 * the exact second derivative do the work; every step stays inside a bracket that bisection halves whenever Newton would not. On the way, with
 * the lever still moving (`exact` false), the last point before the turn is near enough to go on from.
 */
function settleOne(solver: Solver, t: number, exact: boolean): Ending {
  const { q, state, compiled } = solver;
  const { min, max } = compiled.tensioners[t]!;
  const shortest = (max - min) / TRAVEL_STEPS;
  let stride = 2 * shortest;
  let at = q[t] as number;
  if (!Number.isFinite(evaluate(solver, q))) return 'not-settled';
  let slope = state.gradient[t] as number;
  let curve = state.hessian[t] as number;
  if (slope === 0 || shortest === 0) return 'settled';
  const way = slope > 0 ? -1 : 1;
  const stop = way > 0 ? max : min;
  let far = at;
  let next = at;
  for (;;) {
    if (at === stop) {
      q[t] = stop;
      evaluate(solver, q);
      return 'settled';
    }
    const newton = curve > 0 ? Math.abs(slope / curve) * 1.05 + POSITION_TOLERANCE : stride;
    const length = Math.min(stride, newton);
    far = way > 0 ? Math.min(stop, at + length) : Math.max(stop, at - length);
    q[t] = far;
    if (!Number.isFinite(evaluate(solver, q))) {
      stride = length / 4;
      if (stride > POSITION_TOLERANCE) continue;
      q[t] = at;
      evaluate(solver, q);
      return 'blocked';
    }
    const reached = state.gradient[t] as number;
    if (reached * way >= 0) {
      next = far - reached / (state.hessian[t] as number);
      break;
    }
    const foreseen = slope + curve * (far - at);
    stride = Math.abs(reached - foreseen) < 0.25 * Math.abs(slope) ? Math.min(4 * shortest, 2 * stride) : shortest;
    at = far;
    slope = reached;
    curve = state.hessian[t] as number;
  }
  if (!exact) {
    q[t] = at;
    return 'settled';
  }
  let near = at;
  let lastSlope = Infinity;
  for (let k = 0; k < MAX_ROOT_STEPS; k++) {
    const low = Math.min(near, far);
    const high = Math.max(near, far);
    if (!(next > low && next < high)) next = (near + far) / 2;
    q[t] = next;
    evaluate(solver, q);
    slope = state.gradient[t] as number;
    curve = state.hessian[t] as number;
    if (slope === 0 || high - low < POSITION_TOLERANCE) break;
    if (slope * way >= 0) far = next;
    else near = next;
    const newton = next - slope / curve;
    if (curve > 0 && Math.abs(slope / curve) < NEWTON_TOLERANCE && newton >= low && newton <= high) {
      q[t] = newton;
      evaluate(solver, q);
      break;
    }
    next = curve > 0 && Math.abs(slope) < 0.5 * lastSlope ? newton : (near + far) / 2;
    lastSlope = Math.abs(slope);
  }
  return 'settled';
}

/**
 * Several free tensioners: projected Newton. Those that lean on a stop are held; the rest take a Newton step, its matrix stiffened until it
 * points downhill, cut back until the energy falls, and never longer than a fraction of the travel, so that the branch is not jumped.
 */
function settleMany(solver: Solver, exact: boolean): Ending {
  const { compiled, q, trial, step, state, free } = solver;
  const tolerance = exact ? FORCE_TOLERANCE : 1e-3;
  let energy = evaluate(solver, q);
  if (!Number.isFinite(energy)) return 'not-settled';
  for (let k = 0; k < MAX_NEWTON_STEPS; k++) {
    const moving = free.filter((t) => !leans(solver, t));
    const before = outOfBalance(solver, moving);
    if (before <= tolerance) return 'settled';
    if (!newtonStep(solver, moving)) return 'not-settled';
    let scale = 1;
    for (const t of moving) {
      const { min, max } = compiled.tensioners[t]!;
      scale = Math.min(scale, (max - min) / 6 / Math.max(1e-300, Math.abs(step[t] as number)));
    }
    let slope = 0;
    let walled = false;
    let accepted = false;
    for (let cut = 0; cut < 50 && !accepted; cut++) {
      trial.set(q);
      slope = 0;
      let longest = 0;
      for (const t of moving) {
        const { min, max, reach } = compiled.tensioners[t]!;
        trial[t] = Math.min(max, Math.max(min, (q[t] as number) + scale * (step[t] as number)));
        const change = (trial[t] as number) - (q[t] as number);
        slope += (state.gradient[t] as number) * change;
        longest = Math.max(longest, Math.abs(change) * reach);
      }
      if (longest === 0) break;
      const saved = state.gradient.slice();
      const savedHessian = state.hessian.slice();
      const reached = evaluate(solver, trial);
      walled = reached === Infinity;
      const fell = reached <= energy + 1e-4 * slope;
      const level = Math.abs(reached - energy) <= 1e-12 * (1 + Math.abs(energy)) && outOfBalance(solver, moving) < before;
      if (fell || level) {
        accepted = true;
        q.set(trial);
        energy = reached;
      } else {
        state.gradient.set(saved);
        state.hessian.set(savedHessian);
        scale *= 0.5;
      }
    }
    if (!accepted) {
      evaluate(solver, q);
      return walled ? 'blocked' : nearlySettled(solver);
    }
  }
  return nearlySettled(solver);
}

/** Settled all the same where what is left out of balance is less than any answer is promised to. */
function nearlySettled(solver: Solver): Ending {
  return outOfBalance(
    solver,
    solver.free.filter((t) => !leans(solver, t)),
  ) < STALL_TOLERANCE
    ? 'settled'
    : 'not-settled';
}

/** True where a tensioner stands at a stop and is pushed on into it. */
function leans(solver: Solver, t: number): boolean {
  const { min, max } = solver.compiled.tensioners[t]!;
  const at = solver.q[t] as number;
  const slope = solver.state.gradient[t] as number;
  return (at <= min && slope >= 0) || (at >= max && slope <= 0);
}

/** Largest force left on the named tensioners, N at their reach. */
function outOfBalance(solver: Solver, moving: readonly number[]): number {
  let most = 0;
  for (const t of moving) most = Math.max(most, Math.abs(solver.state.gradient[t] as number) / solver.compiled.tensioners[t]!.reach);
  return most;
}

/** Solves H·step = −gradient for the moving tensioners by Cholesky, scaled by their reach, adding to the diagonal until H is positive. */
function newtonStep(solver: Solver, moving: readonly number[]): boolean {
  const { compiled, state, step, scratch: factor } = solver;
  const n = compiled.tensioners.length;
  const m = moving.length;
  let largest = 1e-9;
  for (const t of moving) largest = Math.max(largest, Math.abs(state.hessian[t * n + t] as number) / compiled.tensioners[t]!.reach ** 2);
  let added = 0;
  for (let attempt = 0; attempt < 40; attempt++) {
    let positive = true;
    for (let r = 0; r < m && positive; r++) {
      const tr = moving[r] as number;
      const reachR = compiled.tensioners[tr]!.reach;
      for (let c = 0; c <= r; c++) {
        const tc = moving[c] as number;
        let sum = (state.hessian[tr * n + tc] as number) / (reachR * compiled.tensioners[tc]!.reach);
        if (r === c) sum += added;
        for (let k = 0; k < c; k++) sum -= (factor[r * n + k] as number) * (factor[c * n + k] as number);
        if (r !== c) factor[r * n + c] = sum / (factor[c * n + c] as number);
        else if (sum > 1e-10 * largest) factor[r * n + r] = Math.sqrt(sum);
        else positive = false;
      }
    }
    if (positive) {
      for (let r = 0; r < m; r++) {
        const t = moving[r] as number;
        let sum = -(state.gradient[t] as number) / compiled.tensioners[t]!.reach;
        for (let k = 0; k < r; k++) sum -= (factor[r * n + k] as number) * (step[moving[k] as number] as number);
        step[t] = sum / (factor[r * n + r] as number);
      }
      for (let r = m - 1; r >= 0; r--) {
        let sum = step[moving[r] as number] as number;
        for (let k = r + 1; k < m; k++) sum -= (factor[k * n + r] as number) * (step[moving[k] as number] as number);
        step[moving[r] as number] = sum / (factor[r * n + r] as number);
      }
      for (const t of moving) step[t] = (step[t] as number) / compiled.tensioners[t]!.reach;
      return true;
    }
    added = added === 0 ? 1e-3 * largest : added * 4;
  }
  return false;
}

/** Where the branch from the drawing is lost, the lowest minimum that can be reached from the stops. */
function tryFromStops(solver: Solver): Ending {
  const { compiled, q, free } = solver;
  let best: Float64Array | undefined;
  let least = Infinity;
  for (let corner = 0; corner < 1 << free.length; corner++) {
    free.forEach((t, k) => {
      const { min, max } = compiled.tensioners[t]!;
      q[t] = (corner >> k) & 1 ? max : min;
    });
    if (settleMany(solver, true) !== 'settled' || solver.state.energy >= least) continue;
    least = solver.state.energy;
    best = q.slice();
  }
  if (!best) return 'not-settled';
  q.set(best);
  evaluate(solver, q);
  return 'settled';
}

function report(solver: Solver, ending: Ending): Equilibrium {
  const { compiled, q, state, free } = solver;
  const atStop = compiled.tensioners.map((one, t) => {
    if (!free.includes(t)) return null;
    const at = q[t] as number;
    return at - one.min <= STOP_TOLERANCE ? 'min' : one.max - at <= STOP_TOLERANCE ? 'max' : null;
  });
  return {
    ending,
    positions: q.slice(),
    atStop,
    energy: state.energy,
    evaluations: solver.evaluations,
    residual: outOfBalance(
      solver,
      free.filter((t) => atStop[t] === null),
    ),
  };
}
