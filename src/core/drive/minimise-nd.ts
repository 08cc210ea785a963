import { evaluate, leans, outOfBalance, type Ending, type Solver } from './solver';
import {
  DEAD_CENTRE_PUSH,
  DECREASE_SHARE,
  FALLING_SHARE,
  FORCE_TOLERANCE,
  MAX_NEWTON_STEPS,
  PIVOT_SHARE,
  ROUGH_FORCE_TOLERANCE,
  STALL_TOLERANCE,
} from './tolerances';

/**
 * Minimum for several free tensioners by projected Newton. Those against a stop are fixed. The others take a Newton
 * step with a matrix stiffened until the step points downhill. The step is halved until the energy falls. It is limited
 * to a fraction of the travel, so that the branch is not left.
 */
export function minimiseNd(solver: Solver, tensioners: readonly number[], exact: boolean): Ending {
  let ending = descend(solver, tensioners, exact);
  for (let fall = 0; fall < MAX_FALLS && ending === 'settled' && !solver.loading; fall++) {
    const moving = tensioners.filter((t) => !leans(solver, t));
    const fallen = fallFromSaddle(solver, tensioners, moving, exact);
    if (!fallen) break;
    ending = fallen;
  }
  return ending;
}

/** Each fall lowers the energy; a mechanism has no more dead centres in a row than this. */
const MAX_FALLS = 8;

/**
 * Handles a balance that is not a minimum, such as a dead centre. It is pushed off both ways along that motion, and
 * ends at the lower minimum. Null if the position is a minimum.
 */
function fallFromSaddle(solver: Solver, tensioners: readonly number[], moving: readonly number[], exact: boolean): Ending | null {
  const { work, q, state } = solver;
  const motion = downhillMotion(solver, moving);
  if (!motion) return null;
  const from = q.slice();
  const before = state.energy;
  let best: { ending: Ending; at: Float64Array; energy: number } | undefined;
  for (const way of [-1, 1]) {
    q.set(from);
    let share = Infinity;
    moving.forEach((t, k) => {
      const { min, max } = work.tensioners[t]!;
      share = Math.min(share, ((max - min) * DEAD_CENTRE_PUSH) / Math.max(1e-12, Math.abs(motion[k]!)));
    });
    moving.forEach((t, k) => {
      const { min, max } = work.tensioners[t]!;
      q[t] = Math.min(max, Math.max(min, from[t]! + way * share * motion[k]!));
    });
    const ending = descend(solver, tensioners, exact);
    if (Number.isFinite(state.energy) && (!best || state.energy < best.energy)) best = { ending, at: q.slice(), energy: state.energy };
  }
  const lower = best !== undefined && best.energy < before;
  q.set(lower ? best!.at : from);
  evaluate(solver, q);
  return lower ? best!.ending : null;
}

/**
 * Motion of the tensioners along which the energy falls to second order, or null. It is the eigenvector of the smallest
 * eigenvalue of the Hessian scaled by reach, by Jacobi rotations: pages solve drives too, and a matrix package would weigh more than
 * the rest of the solver.
 */
function downhillMotion(solver: Solver, moving: readonly number[]): number[] | null {
  const { work, state } = solver;
  if (factored(solver, moving, 0, largestOnDiagonal(solver, moving))) return null;
  const n = work.tensioners.length;
  const m = moving.length;
  const reach = moving.map((t) => work.tensioners[t]!.reach);
  const a = moving.map((r, i) => moving.map((c, j) => (state.hessian[r * n + c] as number) / (reach[i]! * reach[j]!)));
  const v: number[][] = moving.map((_, i) => moving.map((__, j) => (i === j ? 1 : 0)));
  const largest = Math.max(1e-9, ...a.flat().map(Math.abs));
  for (let sweep = 0; sweep < 30; sweep++) {
    let off = 0;
    for (let p = 0; p < m; p++) {
      for (let q = p + 1; q < m; q++) {
        const apq = a[p]![q]!;
        off = Math.max(off, Math.abs(apq));
        if (Math.abs(apq) < 1e-14 * largest) continue;
        const theta = (a[q]![q]! - a[p]![p]!) / (2 * apq);
        const t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
        const c = 1 / Math.sqrt(t * t + 1);
        const s = t * c;
        for (let k = 0; k < m; k++) {
          const [x, y] = [a[k]![p]!, a[k]![q]!];
          a[k]![p] = c * x - s * y;
          a[k]![q] = s * x + c * y;
        }
        for (let k = 0; k < m; k++) {
          const [x, y] = [a[p]![k]!, a[q]![k]!];
          a[p]![k] = c * x - s * y;
          a[q]![k] = s * x + c * y;
          const [w, z] = [v[k]![p]!, v[k]![q]!];
          v[k]![p] = c * w - s * z;
          v[k]![q] = s * w + c * z;
        }
      }
    }
    if (off < 1e-13 * largest) break;
  }
  const least = a.reduce((best, row, k) => (row[k]! < a[best]![best]! ? k : best), 0);
  if (m === 0 || a[least]![least]! >= -FALLING_SHARE * largest) return null;
  return moving.map((_, i) => v[i]![least]! / reach[i]!);
}

function descend(solver: Solver, tensioners: readonly number[], exact: boolean): Ending {
  if (solver.loading) return balance(solver, tensioners, exact);
  const { work, q, trial, step, state } = solver;
  const tolerance = exact ? FORCE_TOLERANCE : ROUGH_FORCE_TOLERANCE;
  let energy = evaluate(solver, q);
  if (!Number.isFinite(energy)) return 'not-settled';
  for (let k = 0; k < MAX_NEWTON_STEPS; k++) {
    const moving = tensioners.filter((t) => !leans(solver, t));
    const before = outOfBalance(solver, moving);
    if (before <= tolerance) return 'settled';
    if (!newtonStep(solver, moving)) return 'not-settled';
    let scale = 1;
    for (const t of moving) {
      const { min, max } = work.tensioners[t]!;
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
        const { min, max, reach } = work.tensioners[t]!;
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
      const fell = reached <= energy + DECREASE_SHARE * slope;
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
      return walled ? 'blocked' : nearlySettled(solver, tensioners);
    }
  }
  return nearlySettled(solver, tensioners);
}

/** Accepted if the remaining out-of-balance force is below the promised accuracy. */
function nearlySettled(solver: Solver, tensioners: readonly number[]): Ending {
  return outOfBalance(
    solver,
    tensioners.filter((t) => !leans(solver, t)),
  ) < STALL_TOLERANCE
    ? 'settled'
    : 'not-settled';
}

/** Cholesky factor of the moving tensioners' Hessian, scaled by reach, with `added` on its diagonal, into `scratch`; false where it is not positive. */
function factored(solver: Solver, moving: readonly number[], added: number, largest: number): boolean {
  const { work, state, scratch: factor } = solver;
  const n = work.tensioners.length;
  for (let r = 0; r < moving.length; r++) {
    const tr = moving[r] as number;
    const reachR = work.tensioners[tr]!.reach;
    for (let c = 0; c <= r; c++) {
      const tc = moving[c] as number;
      let sum = (state.hessian[tr * n + tc] as number) / (reachR * work.tensioners[tc]!.reach);
      if (r === c) sum += added;
      for (let k = 0; k < c; k++) sum -= (factor[r * n + k] as number) * (factor[c * n + k] as number);
      if (r !== c) factor[r * n + c] = sum / (factor[c * n + c] as number);
      else if (sum > PIVOT_SHARE * largest) factor[r * n + r] = Math.sqrt(sum);
      else return false;
    }
  }
  return true;
}

function largestOnDiagonal(solver: Solver, moving: readonly number[]): number {
  const { work, state } = solver;
  const n = work.tensioners.length;
  let largest = 1e-9;
  for (const t of moving) largest = Math.max(largest, Math.abs(state.hessian[t * n + t] as number) / work.tensioners[t]!.reach ** 2);
  return largest;
}

/**
 * Solves H·step = −gradient for the moving tensioners by Cholesky, scaled by their reach. The diagonal grows until H is
 * positive definite.
 */
function newtonStep(solver: Solver, moving: readonly number[]): boolean {
  const { work, state, step, scratch: factor } = solver;
  const n = work.tensioners.length;
  const m = moving.length;
  const largest = largestOnDiagonal(solver, moving);
  let added = 0;
  for (let attempt = 0; attempt < 40; attempt++, added = added === 0 ? 1e-3 * largest : added * 4) {
    if (!factored(solver, moving, added, largest)) continue;
    for (let r = 0; r < m; r++) {
      const t = moving[r] as number;
      let sum = -(state.gradient[t] as number) / work.tensioners[t]!.reach;
      for (let k = 0; k < r; k++) sum -= (factor[r * n + k] as number) * (step[moving[k] as number] as number);
      step[t] = sum / (factor[r * n + r] as number);
    }
    for (let r = m - 1; r >= 0; r--) {
      let sum = step[moving[r] as number] as number;
      for (let k = r + 1; k < m; k++) sum -= (factor[k * n + r] as number) * (step[moving[k] as number] as number);
      step[moving[r] as number] = sum / (factor[r * n + r] as number);
    }
    for (const t of moving) step[t] = (step[t] as number) / work.tensioners[t]!.reach;
    return true;
  }
  return false;
}

/**
 * Balance of a loaded drive, which has no energy. Newton steps use the out-of-balance force with its exact, unsymmetric
 * derivative. They are limited to a fraction of the travel, and halved while the residual grows. If a step would lead
 * to an unstable position, a step along the stiffened symmetric part replaces it.
 */
function balance(solver: Solver, tensioners: readonly number[], exact: boolean): Ending {
  const { work, q, trial, step } = solver;
  const tolerance = exact ? FORCE_TOLERANCE : ROUGH_FORCE_TOLERANCE;
  if (!Number.isFinite(evaluate(solver, q))) return 'not-settled';
  for (let k = 0; k < MAX_NEWTON_STEPS; k++) {
    const moving = tensioners.filter((t) => !leans(solver, t));
    const before = outOfBalance(solver, moving);
    if (before <= tolerance) return 'settled';
    if (!solveMoving(solver, moving) && !newtonStep(solver, moving)) return 'not-settled';
    let scale = 1;
    for (const t of moving) {
      const { min, max } = work.tensioners[t]!;
      scale = Math.min(scale, (max - min) / 6 / Math.max(1e-300, Math.abs(step[t] as number)));
    }
    let laid = false;
    for (let cut = 0; cut < 40; cut++, scale *= 0.5) {
      trial.set(q);
      for (const t of moving) {
        const { min, max } = work.tensioners[t]!;
        trial[t] = Math.min(max, Math.max(min, (q[t] as number) + scale * (step[t] as number)));
      }
      laid = Number.isFinite(evaluate(solver, trial));
      if (laid && (cut >= MOST_HALVINGS || outOfBalance(solver, moving) < before)) break;
    }
    if (!laid) {
      evaluate(solver, q);
      return 'blocked';
    }
    q.set(trial);
  }
  return nearlySettled(solver, tensioners);
}

/** A step with a larger residual is halved this often, then taken. On a curved path the force may rise. */
const MOST_HALVINGS = 6;

/**
 * Solves J·step = −gradient for the moving tensioners, J unsymmetric, scaled by reach, by elimination with pivots. False where J is singular or
 * its determinant is not positive: the balance it leads to would be one that the mechanism falls away from.
 */
function solveMoving(solver: Solver, moving: readonly number[]): boolean {
  const { work, state, step } = solver;
  const n = work.tensioners.length;
  const m = moving.length;
  const reach = moving.map((t) => work.tensioners[t]!.reach);
  const rows = moving.map((r, i) => [
    ...moving.map((c, j) => (state.hessian[r * n + c] as number) / (reach[i]! * reach[j]!)),
    -(state.gradient[r] as number) / reach[i]!,
  ]);
  const largest = Math.max(1e-12, ...rows.flatMap((row) => row.slice(0, m)).map(Math.abs));
  let sign = 1;
  for (let k = 0; k < m; k++) {
    let pivot = k;
    for (let r = k + 1; r < m; r++) if (Math.abs(rows[r]![k]!) > Math.abs(rows[pivot]![k]!)) pivot = r;
    if (Math.abs(rows[pivot]![k]!) < 1e-12 * largest) return false;
    if (pivot !== k) {
      [rows[k], rows[pivot]] = [rows[pivot]!, rows[k]!];
      sign = -sign;
    }
    if (rows[k]![k]! < 0) sign = -sign;
    for (let r = k + 1; r < m; r++) {
      const by = rows[r]![k]! / rows[k]![k]!;
      for (let c = k; c <= m; c++) rows[r]![c] = rows[r]![c]! - by * rows[k]![c]!;
    }
  }
  if (sign < 0) return false;
  for (let k = m - 1; k >= 0; k--) {
    let sum = rows[k]![m]!;
    for (let c = k + 1; c < m; c++) sum -= rows[k]![c]! * rows[c]![m]!;
    rows[k]![m] = sum / rows[k]![k]!;
  }
  moving.forEach((t, k) => (step[t] = rows[k]![m]! / reach[k]!));
  return true;
}
