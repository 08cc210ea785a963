import { springLaw, type CompiledDrive, type CompiledSpring, type SpringLaw } from './compile';
import { traceLoop } from './loop';

/**
 * Energy of a drive as a function of its tensioners' positions, with first and second derivatives by hand.
 *
 * A pivot at q degrees turns its parts by θ = q·π/180 about p: c(q) = p + R(θ)(c₀ − p), c′ = θ′·(c − p)⊥, c″ = −θ′²·(c − p). A slide moves
 * them along its unit direction: c′ = e, c″ = 0.
 *
 * Belt, when taut: E = ½K(L − L₀)², K = EA/L₀; ∂E/∂q = T·L′, ∂²E = K·L′ₐL′_b + T·L″, T = K(L − L₀). With u the span's direction, n its normal
 * and ℓ its length, L′ = Σ u·(c′ⱼ − c′ᵢ) and L″ = Σ (n·δₐ)(n·δ_b)/ℓ + u·(c″ⱼ − c″ᵢ), δ = c′ⱼ − c′ᵢ: turning a span about its two circles
 * rolls its ends along the arcs and changes nothing to first order.
 *
 * Spring of length s, direction w between its ends: E′ = F·w·δ, E″ = (k − F/s)(w·δₐ)(w·δ_b) + F/s·δₐ·δ_b + F·w·c″.
 */
export interface EnergyState {
  /** N·mm. Infinite where a belt cannot lie so. */
  energy: number;
  /** Per tensioner, per degree or mm. */
  readonly gradient: Float64Array;
  /** Row by row. */
  readonly hessian: Float64Array;
  /** Scratch: derivative of each pulley's centre by its carrier, and the second. */
  readonly vx: Float64Array;
  readonly vy: Float64Array;
  readonly ax: Float64Array;
  readonly ay: Float64Array;
  readonly turns: Float64Array;
  readonly lengthGradient: Float64Array;
  readonly law: SpringLaw;
  readonly end: { x: number; y: number; vx: number; vy: number; ax: number; ay: number }[];
}

const RAD = Math.PI / 180;

export function newEnergyState(compiled: CompiledDrive): EnergyState {
  const n = compiled.tensioners.length;
  const pulleys = compiled.x.length;
  const still = () => ({ x: 0, y: 0, vx: 0, vy: 0, ax: 0, ay: 0 });
  return {
    energy: 0,
    gradient: new Float64Array(n),
    hessian: new Float64Array(n * n),
    vx: new Float64Array(pulleys),
    vy: new Float64Array(pulleys),
    ax: new Float64Array(pulleys),
    ay: new Float64Array(pulleys),
    turns: new Float64Array(2 * n),
    lengthGradient: new Float64Array(n),
    law: { energy: 0, pull: 0, stiffness: 0 },
    end: [still(), still()],
  };
}

/** Moves the pulleys to where the tensioners carry them: q in degrees or mm, one a tensioner. */
export function placePulleys(compiled: CompiledDrive, q: Float64Array, into: EnergyState): void {
  const { tensioners, drawnX, drawnY, x, y } = compiled;
  for (let t = 0; t < tensioners.length; t++) {
    const { pivot, px, py, carries } = tensioners[t]!;
    const at = q[t] as number;
    const cos = pivot ? Math.cos(at * RAD) : 1;
    const sin = pivot ? Math.sin(at * RAD) : 0;
    into.turns[2 * t] = cos;
    into.turns[2 * t + 1] = sin;
    for (let k = 0; k < carries.length; k++) {
      const c = carries[k] as number;
      if (pivot) {
        const rx = (drawnX[c] as number) - px;
        const ry = (drawnY[c] as number) - py;
        const mx = cos * rx - sin * ry;
        const my = sin * rx + cos * ry;
        x[c] = px + mx;
        y[c] = py + my;
        into.vx[c] = -my * RAD;
        into.vy[c] = mx * RAD;
        into.ax[c] = -mx * RAD * RAD;
        into.ay[c] = -my * RAD * RAD;
      } else {
        x[c] = (drawnX[c] as number) + at * px;
        y[c] = (drawnY[c] as number) + at * py;
        into.vx[c] = px;
        into.vy[c] = py;
      }
    }
  }
}

/**
 * Energy, gradient and Hessian at the positions q with the lever at `lever` (0…1). Leaves the pulleys and every belt's trace at q.
 * Where a belt cannot lie so, `energy` is infinite and the derivatives mean nothing.
 */
export function evaluateEnergy(compiled: CompiledDrive, q: Float64Array, lever: number, into: EnergyState): number {
  const n = compiled.tensioners.length;
  const { gradient, hessian } = into;
  gradient.fill(0);
  hessian.fill(0);
  into.energy = 0;
  placePulleys(compiled, q, into);
  for (let b = 0; b < compiled.belts.length; b++) {
    if (!addBelt(compiled, b, n, into)) {
      into.energy = Infinity;
      return Infinity;
    }
  }
  for (let s = 0; s < compiled.springs.length; s++) addSpring(compiled, compiled.springs[s]!, q, lever, n, into);
  return into.energy;
}

function addBelt(compiled: CompiledDrive, b: number, n: number, into: EnergyState): boolean {
  const belt = compiled.belts[b]!;
  const { plan, trace, pitchLength } = belt;
  if (traceLoop(plan, compiled.x, compiled.y, trace) !== 'ok') return false;
  if (pitchLength <= 0) return true;
  const stretch = trace.length - pitchLength;
  if (stretch <= 0) return true;
  const k = belt.stiffnessN / pitchLength;
  const tension = k * stretch;
  const { gradient, hessian, lengthGradient } = into;
  const { carrier } = compiled;
  into.energy += 0.5 * tension * stretch;
  lengthGradient.fill(0);
  for (let a = 0; a < trace.touched; a++) {
    const i = plan.pulley[trace.active[a] as number] as number;
    const j = plan.pulley[trace.active[a + 1 === trace.touched ? 0 : a + 1] as number] as number;
    const ti = carrier[i] as number;
    const tj = carrier[j] as number;
    if (ti < 0 && tj < 0) continue;
    const ux = trace.ux[a] as number;
    const uy = trace.uy[a] as number;
    const l = trace.span[a] as number;
    let alongI = 0;
    let acrossI = 0;
    let alongJ = 0;
    let acrossJ = 0;
    if (ti >= 0) {
      alongI = -(ux * (into.vx[i] as number) + uy * (into.vy[i] as number));
      acrossI = -(uy * (into.vx[i] as number) - ux * (into.vy[i] as number));
      lengthGradient[ti] = (lengthGradient[ti] as number) + alongI;
      hessian[ti * n + ti] =
        (hessian[ti * n + ti] as number) + tension * ((acrossI * acrossI) / l - ux * (into.ax[i] as number) - uy * (into.ay[i] as number));
    }
    if (tj >= 0) {
      alongJ = ux * (into.vx[j] as number) + uy * (into.vy[j] as number);
      acrossJ = uy * (into.vx[j] as number) - ux * (into.vy[j] as number);
      lengthGradient[tj] = (lengthGradient[tj] as number) + alongJ;
      hessian[tj * n + tj] =
        (hessian[tj * n + tj] as number) + tension * ((acrossJ * acrossJ) / l + ux * (into.ax[j] as number) + uy * (into.ay[j] as number));
    }
    if (ti >= 0 && tj >= 0) {
      const both = (tension * acrossI * acrossJ) / l;
      hessian[ti * n + tj] = (hessian[ti * n + tj] as number) + both;
      hessian[tj * n + ti] = (hessian[tj * n + ti] as number) + both;
    }
  }
  for (let r = 0; r < n; r++) {
    gradient[r] = (gradient[r] as number) + tension * (lengthGradient[r] as number);
    for (let c = 0; c < n; c++)
      hessian[r * n + c] = (hessian[r * n + c] as number) + k * (lengthGradient[r] as number) * (lengthGradient[c] as number);
  }
  return true;
}

/** Where a spring's end is, and how it moves with its carrier. */
function placeEnd(compiled: CompiledDrive, spring: CompiledSpring, which: 0 | 1, q: Float64Array, lever: number, into: EnergyState): void {
  const e = spring.ends[which];
  const out = into.end[which]!;
  out.x = e.x + lever * e.dx;
  out.y = e.y + lever * e.dy;
  out.vx = out.vy = out.ax = out.ay = 0;
  if (e.body < 0) return;
  const t = compiled.tensioners[e.body]!;
  if (!t.pivot) {
    const at = q[e.body] as number;
    out.x += at * t.px;
    out.y += at * t.py;
    out.vx = t.px;
    out.vy = t.py;
    return;
  }
  const cos = into.turns[2 * e.body] as number;
  const sin = into.turns[2 * e.body + 1] as number;
  const rx = out.x - t.px;
  const ry = out.y - t.py;
  const mx = cos * rx - sin * ry;
  const my = sin * rx + cos * ry;
  out.x = t.px + mx;
  out.y = t.py + my;
  out.vx = -my * RAD;
  out.vy = mx * RAD;
  out.ax = -mx * RAD * RAD;
  out.ay = -my * RAD * RAD;
}

function addSpring(compiled: CompiledDrive, spring: CompiledSpring, q: Float64Array, lever: number, n: number, into: EnergyState): void {
  placeEnd(compiled, spring, 0, q, lever, into);
  placeEnd(compiled, spring, 1, q, lever, into);
  const from = into.end[0]!;
  const to = into.end[1]!;
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

/** Length of each spring, mm, and its force, N, at q: pull of an extension spring, push of a compression spring, both positive. */
export function springReadings(
  compiled: CompiledDrive,
  q: Float64Array,
  lever: number,
  into: EnergyState,
): { length: number; force: number; from: [number, number]; to: [number, number] }[] {
  placePulleys(compiled, q, into);
  return compiled.springs.map((spring) => {
    placeEnd(compiled, spring, 0, q, lever, into);
    placeEnd(compiled, spring, 1, q, lever, into);
    const [a, b] = [into.end[0]!, into.end[1]!];
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    springLaw(spring, length, into.law);
    return { length, force: Math.abs(into.law.pull), from: [a.x, a.y], to: [b.x, b.y] };
  });
}
