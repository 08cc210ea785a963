import { carry } from './carry';
import type { EnergyState } from './energy-state';
import { springLaw } from './spring-law';
import type { Term } from './term';
import type { WorkSpring, Workspace } from './workspace';

/** A spring of length s, direction w between its ends: E′ = F·w·δ, E″ = (k − F/s)(w·δₐ)(w·δ_b) + F/s·δₐ·δ_b + F·w·c″. */
export const springTerm = (s: number): Term => ({
  addTo: (work, q, lever, _loading, into) => {
    addSpring(work, work.springs[s]!, q, lever, work.tensioners.length, into);
    return true;
  },
});

/** Where a spring's end is, and how it moves with its carrier. */
function placeEnd(work: Workspace, spring: WorkSpring, which: 0 | 1, q: Float64Array, lever: number, into: EnergyState): void {
  const { body, dx, dy } = spring.ends[which];
  const out = into.ends[which];
  const x = (spring.endX[which] as number) + lever * dx;
  const y = (spring.endY[which] as number) + lever * dy;
  if (body >= 0) {
    carry(work.tensioners[body]!, q[body] as number, into.turns[2 * body] as number, into.turns[2 * body + 1] as number, x, y, out);
    return;
  }
  out.x = x;
  out.y = y;
  out.vx = out.vy = out.ax = out.ay = 0;
}

function addSpring(work: Workspace, spring: WorkSpring, q: Float64Array, lever: number, n: number, into: EnergyState): void {
  const [from, to] = into.ends;
  placeEnd(work, spring, 0, q, lever, into);
  placeEnd(work, spring, 1, q, lever, into);
  const wx = to.x - from.x;
  const wy = to.y - from.y;
  const length = Math.sqrt(wx * wx + wy * wy);
  springLaw(spring, length, into.law);
  const { energy, pull, stiffness } = into.law;
  into.energy += energy;
  if ((pull === 0 && stiffness === 0) || length < 1e-9) return;
  const ux = wx / length;
  const uy = wy / length;
  const bend = pull / length;
  const f = spring.ends[0].body;
  const t = spring.ends[1].body;
  const { gradient, hessian } = into;
  for (let side = 0; side < 2; side++) {
    const body = side === 0 ? f : t;
    if (body < 0) continue;
    const e = side === 0 ? from : to;
    const sign = side === 0 ? -1 : 1;
    const along = ux * e.vx + uy * e.vy;
    const across = uy * e.vx - ux * e.vy;
    gradient[body] = (gradient[body] as number) + sign * pull * along;
    hessian[body * n + body] =
      (hessian[body * n + body] as number) + stiffness * along * along + bend * across * across + sign * pull * (ux * e.ax + uy * e.ay);
  }
  if (f >= 0 && t >= 0) {
    const both = -(
      stiffness * (ux * from.vx + uy * from.vy) * (ux * to.vx + uy * to.vy) +
      bend * (uy * from.vx - ux * from.vy) * (uy * to.vx - ux * to.vy)
    );
    hessian[f * n + t] = (hessian[f * n + t] as number) + both;
    hessian[t * n + f] = (hessian[t * n + f] as number) + both;
  }
}

/** Length of each spring, mm, and its force, N, with the pulleys placed at q: pull of an extension spring, push of a compression spring, both positive. */
export function springReadings(
  work: Workspace,
  q: Float64Array,
  lever: number,
  into: EnergyState,
): { length: number; force: number; from: [number, number]; to: [number, number] }[] {
  return work.springs.map((spring) => {
    placeEnd(work, spring, 0, q, lever, into);
    placeEnd(work, spring, 1, q, lever, into);
    const [a, b] = into.ends;
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    springLaw(spring, length, into.law);
    return { length, force: Math.abs(into.law.pull), from: [a.x, a.y], to: [b.x, b.y] };
  });
}
