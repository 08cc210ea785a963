import { moveCarried, CARRIED, X, Y } from './kinematics';
import type { SpringLaw } from './spring-law';
import type { Workspace } from './workspace';

/**
 * Energy of a drive as a function of its tensioner positions, with analytic first and second derivatives. It is the sum
 * of its belts and springs. Under load there is no energy. The gradient then holds the out-of-balance force, and the
 * Hessian its exact derivative.
 */
export interface EnergyState {
  /** N·mm. Infinite if a belt has no path. */
  energy: number;
  /** Per tensioner, per degree or mm. */
  readonly gradient: Float64Array;
  /** Row by row. */
  readonly hessian: Float64Array;
  /** Each pulley's centre and its derivatives by its carrier, as `moveCarried` writes them; 0 where nothing carries it. */
  readonly moved: Float64Array;
  /** Cosine and sine of each tensioner's angle. */
  readonly turns: Float64Array;
  /** Per belt, in a loaded drive: b and Tc at the positions last evaluated, N. */
  readonly base: Float64Array;
  /** Room of the belts' term, per tensioner and per span. */
  readonly lengthGradient: Float64Array;
  readonly meanGradient: Float64Array;
  readonly offset: Float64Array;
  /** Room of the springs' term. */
  readonly law: SpringLaw;
  readonly ends: Float64Array;
}

const RAD = Math.PI / 180;

export function newEnergyState(work: Workspace): EnergyState {
  const n = work.tensioners.length;
  const pulleys = work.x.length;
  const stops = Math.max(1, ...work.belts.map((b) => b.plan.stops));
  return {
    energy: 0,
    gradient: new Float64Array(n),
    hessian: new Float64Array(n * n),
    moved: new Float64Array(CARRIED * pulleys),
    turns: new Float64Array(2 * n),
    base: new Float64Array(work.belts.length),
    lengthGradient: new Float64Array(n),
    meanGradient: new Float64Array(n),
    offset: new Float64Array(stops),
    law: { energy: 0, pull: 0, stiffness: 0 },
    ends: new Float64Array(2 * CARRIED),
  };
}

/** Moves the pulleys to where the tensioners carry them: q in degrees or mm, one a tensioner. */
export function placePulleys(work: Workspace, q: Float64Array, into: EnergyState): void {
  const { tensioners, x, y } = work;
  const { drawnX, drawnY } = work.compiled;
  const { moved, turns } = into;
  for (let t = 0; t < tensioners.length; t++) {
    const one = tensioners[t]!;
    const at = q[t] as number;
    const cos = one.pivot ? Math.cos(at * RAD) : 1;
    const sin = one.pivot ? Math.sin(at * RAD) : 0;
    turns[2 * t] = cos;
    turns[2 * t + 1] = sin;
    for (let k = 0; k < one.carries.length; k++) {
      const c = one.carries[k] as number;
      const from = CARRIED * c;
      moveCarried(one, at, cos, sin, drawnX[c] as number, drawnY[c] as number, moved, from);
      x[c] = moved[from + X] as number;
      y[c] = moved[from + Y] as number;
    }
  }
}
