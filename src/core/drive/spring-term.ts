import { AX, AY, moveCarried, CARRIED, VX, VY, X, Y } from './kinematics';
import { newEnergyState, placePulleys, type EnergyState } from './energy-state';
import type { Loading } from './load';
import { springLaw } from './spring-law';
import type { Term } from './term';
import type { WorkSpring, Workspace } from './workspace';
import { NO_LENGTH_MM } from './tolerances';

/** A spring of length s, direction w between its ends: E′ = F·w·δ, E″ = (k − F/s)(w·δₐ)(w·δ_b) + F/s·δₐ·δ_b + F·w·c″. */
export class SpringTerm implements Term {
  constructor(private readonly spring: number) {}

  addTo(work: Workspace, q: Float64Array, lever: number, _loading: Loading | null, into: EnergyState): boolean {
    addSpring(work, work.springs[this.spring]!, q, lever, work.tensioners.length, into);
    return true;
  }
}

/** Where a spring's end is, and how it moves with its carrier. */
function placeEnd(work: Workspace, spring: WorkSpring, which: 0 | 1, q: Float64Array, lever: number, into: EnergyState): void {
  const { body, dx, dy } = spring.ends[which];
  const out = into.ends;
  const from = which * CARRIED;
  const x = (spring.endX[which] as number) + lever * dx;
  const y = (spring.endY[which] as number) + lever * dy;
  if (body >= 0) {
    moveCarried(
      work.tensioners[body]!,
      q[body] as number,
      into.turns[2 * body] as number,
      into.turns[2 * body + 1] as number,
      x,
      y,
      out,
      from,
    );
    return;
  }
  out[from + X] = x;
  out[from + Y] = y;
  out[from + VX] = 0;
  out[from + VY] = 0;
  out[from + AX] = 0;
  out[from + AY] = 0;
}

function addSpring(work: Workspace, spring: WorkSpring, q: Float64Array, lever: number, n: number, into: EnergyState): void {
  const { gradient, hessian, ends, law } = into;
  placeEnd(work, spring, 0, q, lever, into);
  placeEnd(work, spring, 1, q, lever, into);
  const wx = (ends[CARRIED + X] as number) - (ends[X] as number);
  const wy = (ends[CARRIED + Y] as number) - (ends[Y] as number);
  const length = Math.sqrt(wx * wx + wy * wy);
  springLaw(spring, length, law);
  const { energy, pull, stiffness } = law;
  into.energy += energy;
  if ((pull === 0 && stiffness === 0) || length < NO_LENGTH_MM) return;
  const ux = wx / length;
  const uy = wy / length;
  const bend = pull / length;
  let alongFrom = 0;
  let acrossFrom = 0;
  for (let side = 0; side < 2; side++) {
    const body = spring.ends[side as 0 | 1].body;
    if (body < 0) continue;
    const at = side * CARRIED;
    const sign = side === 0 ? -1 : 1;
    const vx = ends[at + VX] as number;
    const vy = ends[at + VY] as number;
    const along = ux * vx + uy * vy;
    const across = uy * vx - ux * vy;
    const turning = ux * (ends[at + AX] as number) + uy * (ends[at + AY] as number);
    gradient[body] = (gradient[body] as number) + sign * pull * along;
    hessian[body * n + body] =
      (hessian[body * n + body] as number) + stiffness * along * along + bend * across * across + sign * pull * turning;
    if (side === 0) {
      alongFrom = along;
      acrossFrom = across;
      continue;
    }
    const other = spring.ends[0].body;
    if (other < 0) continue;
    const both = -(stiffness * alongFrom * along + bend * acrossFrom * across);
    hessian[other * n + body] = (hessian[other * n + body] as number) + both;
    hessian[body * n + other] = (hessian[body * n + other] as number) + both;
  }
}

/** Length of each spring, mm, and its force, N, with the tensioners at q: pull of an extension spring, push of a compression spring, both positive. */
export function springReadings(
  work: Workspace,
  q: Float64Array,
  lever: number,
): { length: number; force: number; from: [number, number]; to: [number, number] }[] {
  const into = newEnergyState(work);
  placePulleys(work, q, into);
  return work.springs.map((spring) => {
    placeEnd(work, spring, 0, q, lever, into);
    placeEnd(work, spring, 1, q, lever, into);
    const at = (i: number) => into.ends[i] as number;
    const from: [number, number] = [at(X), at(Y)];
    const to: [number, number] = [at(CARRIED + X), at(CARRIED + Y)];
    const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
    springLaw(spring, length, into.law);
    return { length, force: Math.abs(into.law.pull), from, to };
  });
}
