import { evaluate, type Ending, type Solver } from './solver';
import { FORCE_TOLERANCE, MAX_ROOT_STEPS, NEWTON_TOLERANCE, POSITION_TOLERANCE, TRAVEL_STEPS } from './tolerances';

/**
 * Minimum for one free tensioner. Walks downhill from the current position until the slope changes sign or a stop is
 * reached, then closes in. Steps grow only while the slope agrees with the predicted curvature, so no minimum is
 * skipped. Newton steps use the exact second derivative. Each step stays inside a bracket, with bisection as the
 * fallback. While the lever still moves (`exact` false), the last point before the minimum is accurate enough.
 */
export function minimise1d(solver: Solver, t: number, exact: boolean): Ending {
  const { q, state, work } = solver;
  const { min, max, reach } = work.tensioners[t]!;
  if (!Number.isFinite(evaluate(solver, q))) return 'not-settled';
  const slope = state.gradient[t] as number;
  const balanced = Math.abs(slope) <= FORCE_TOLERANCE * reach;
  if (max === min || (balanced && !((state.hessian[t] as number) < 0))) return 'settled';
  return balanced && !solver.loading ? fallFromCentre(solver, t, exact) : descend(solver, t, slope > 0 ? -1 : 1, exact);
}

/** Balanced where the energy is greatest, on a dead centre: down both sides, and to the lower of the two places. */
function fallFromCentre(solver: Solver, t: number, exact: boolean): Ending {
  const { q, state } = solver;
  const centre = q[t] as number;
  const sides = ([-1, 1] as const).map((way) => {
    q[t] = centre;
    evaluate(solver, q);
    const ending = descend(solver, t, way, exact);
    return { ending, at: q[t] as number, energy: state.energy };
  });
  const lower = sides[1]!.energy < sides[0]!.energy ? sides[1]! : sides[0]!;
  q[t] = lower.at;
  evaluate(solver, q);
  return lower.ending;
}

/** Walks in one direction from the current position, which is already evaluated. */
function descend(solver: Solver, t: number, way: 1 | -1, exact: boolean): Ending {
  const { q, state, work } = solver;
  const { min, max } = work.tensioners[t]!;
  const shortest = (max - min) / TRAVEL_STEPS;
  let stride = 2 * shortest;
  let at = q[t] as number;
  let slope = state.gradient[t] as number;
  let curve = state.hessian[t] as number;
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
