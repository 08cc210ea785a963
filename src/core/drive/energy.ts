import { springLaw, type CompiledDrive, type CompiledSpring, type SpringLaw } from './compile';
import { offsetsOf, type BeltLoad } from './load';
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
 * A span that climbs h is √(ℓ² + h²) long: with c = ℓ/√(ℓ² + h²), φ′ = n·δ/ℓ and ℓ′ = u·δ − Δ·φ′, its share of L′ is u·δ − (1 − c)·ℓ′.
 *
 * Under load the tension differs from span to span, Tᵢ = b + oᵢ, and b follows from the mean over the whole length (`BeltLoad`). There is no
 * energy then: the same gradient with Tᵢ − Tc in place of T is the out-of-balance force, and its exact derivative stands in for the Hessian.
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
  /** Scratch: how b of a loaded belt changes with each tensioner. */
  readonly meanGradient: Float64Array;
  /** Scratch, per span: how far its tension lies over b, N. */
  readonly offset: Float64Array;
  /** Scratch, per span: how much it grows. */
  readonly growth: Float64Array;
  /** Per belt, in a loaded drive: b and Tc at the positions last evaluated, N. */
  readonly base: Float64Array;
  readonly law: SpringLaw;
  readonly end: { x: number; y: number; vx: number; vy: number; ax: number; ay: number }[];
}

const RAD = Math.PI / 180;

export function newEnergyState(compiled: CompiledDrive): EnergyState {
  const n = compiled.tensioners.length;
  const pulleys = compiled.x.length;
  const stops = Math.max(1, ...compiled.belts.map((b) => b.plan.stops));
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
    meanGradient: new Float64Array(n),
    offset: new Float64Array(stops),
    growth: new Float64Array(stops),
    base: new Float64Array(compiled.belts.length),
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

/** Belts and springs that one group of tensioners moves: what lies outside stays as it is. */
export interface Share {
  readonly belts: readonly number[];
  readonly springs: readonly number[];
}

/** Load on the belts of a drive, by belt; `share` of it is on, 0…1. Null belts carry none and pull by their stretch alone. */
export interface Loading {
  readonly belts: readonly (BeltLoad | null)[];
  share: number;
}

/**
 * Energy, gradient and Hessian at the positions q with the lever at `lever` (0…1). Leaves the pulleys and every belt's trace at q.
 * Where a belt cannot lie so, `energy` is infinite and the derivatives mean nothing.
 * @param of what counts; everything where it is left out
 * @param loading belts under load, whose `energy` is left out
 */
export function evaluateEnergy(
  compiled: CompiledDrive,
  q: Float64Array,
  lever: number,
  into: EnergyState,
  of?: Share,
  loading?: Loading | null,
): number {
  const n = compiled.tensioners.length;
  into.gradient.fill(0);
  into.hessian.fill(0);
  into.energy = 0;
  placePulleys(compiled, q, into);
  const belts = of ? of.belts.length : compiled.belts.length;
  for (let k = 0; k < belts; k++) {
    const b = of ? (of.belts[k] as number) : k;
    const load = loading ? (loading.belts[b] ?? null) : null;
    if (!addBelt(compiled, b, n, into, load, loading ? loading.share : 0)) {
      into.energy = Infinity;
      return Infinity;
    }
  }
  const springs = of ? of.springs.length : compiled.springs.length;
  for (let k = 0; k < springs; k++) addSpring(compiled, compiled.springs[of ? (of.springs[k] as number) : k]!, q, lever, n, into);
  return into.energy;
}

function addBelt(compiled: CompiledDrive, b: number, n: number, into: EnergyState, load: BeltLoad | null, share: number): boolean {
  const belt = compiled.belts[b]!;
  const { plan, trace, pitchLength } = belt;
  if (traceLoop(plan, compiled.x, compiled.y, trace) !== 'ok') return false;
  if (pitchLength <= 0) return true;
  const stretch = trace.length - pitchLength;
  if (stretch <= 0 && !load) return true;
  const k = belt.stiffnessN / pitchLength;
  const { gradient, hessian, lengthGradient, meanGradient, offset } = into;
  const { carrier } = compiled;
  const { active, touched, ux, uy, flat, span, wrap } = trace;
  let pull = k * stretch;
  let mean = 0;
  if (load) {
    offsetsOf(plan, trace, load, offset);
    for (let a = 0; a < touched; a++) {
      const next = a + 1 === touched ? 0 : a + 1;
      const arcs = plan.radius[active[a] as number]! * wrap[a]! + plan.radius[active[next] as number]! * wrap[next]!;
      mean += (offset[a] as number) * ((span[a] as number) + 0.5 * arcs);
    }
    mean /= trace.length;
    pull -= share * mean;
    into.base[b] = pull;
    pull -= share * load.centrifugalN;
    meanGradient.fill(0);
  } else into.energy += 0.5 * pull * stretch;
  lengthGradient.fill(0);
  for (let a = 0; a < touched; a++) {
    const here = active[a] as number;
    const next = a + 1 === touched ? 0 : a + 1;
    const there = active[next] as number;
    const i = plan.pulley[here] as number;
    const j = plan.pulley[there] as number;
    const ti = carrier[i] as number;
    const tj = carrier[j] as number;
    if (ti < 0 && tj < 0) continue;
    const x = ux[a] as number;
    const y = uy[a] as number;
    const l = flat[a] as number;
    const delta = (plan.signed[here] as number) - (plan.signed[there] as number);
    const level = span[a] === l ? 1 : l / (span[a] as number);
    const over = load ? share * (offset[a] as number) : 0;
    const tension = pull + over;
    const alongI = ti < 0 ? 0 : -(x * (into.vx[i] as number) + y * (into.vy[i] as number));
    const acrossI = ti < 0 ? 0 : -(x * (into.vy[i] as number) - y * (into.vx[i] as number));
    const alongJ = tj < 0 ? 0 : x * (into.vx[j] as number) + y * (into.vy[j] as number);
    const acrossJ = tj < 0 ? 0 : x * (into.vy[j] as number) - y * (into.vx[j] as number);
    // ℓ′ of the planar span, and the share of L′ that the span brings.
    const planarI = alongI - (delta * acrossI) / l;
    const planarJ = alongJ - (delta * acrossJ) / l;
    const growI = alongI - (1 - level) * planarI;
    const growJ = alongJ - (1 - level) * planarJ;
    if (ti >= 0) {
      lengthGradient[ti] = (lengthGradient[ti] as number) + growI;
      if (over !== 0) gradient[ti] = (gradient[ti] as number) + over * growI;
      hessian[ti * n + ti] =
        (hessian[ti * n + ti] as number) + tension * ((acrossI * acrossI) / l - x * (into.ax[i] as number) - y * (into.ay[i] as number));
    }
    if (tj >= 0) {
      lengthGradient[tj] = (lengthGradient[tj] as number) + growJ;
      if (over !== 0) gradient[tj] = (gradient[tj] as number) + over * growJ;
      hessian[tj * n + tj] =
        (hessian[tj * n + tj] as number) + tension * ((acrossJ * acrossJ) / l + x * (into.ax[j] as number) + y * (into.ay[j] as number));
    }
    if (ti >= 0 && tj >= 0) {
      const both = (tension * acrossI * acrossJ) / l;
      hessian[ti * n + tj] = (hessian[ti * n + tj] as number) + both;
      hessian[tj * n + ti] = (hessian[tj * n + ti] as number) + both;
    }
    if (level !== 1) addClimb(hessian, n, tension, level, l, delta, ti, tj, planarI, planarJ, acrossI, acrossJ, i, j, x, y, into);
    if (load) {
      // mₐ = span + half of the arcs beside it; arc k turns by Rₖ(φ′ₖ − φ′ₖ₋₁), so the span's turning shows in the three mₐ around it.
      const before = offset[a === 0 ? touched - 1 : a - 1] as number;
      const after = offset[next] as number;
      const own = offset[a] as number;
      const turning = 0.5 * ((plan.signed[here] as number) * (before + own) - (plan.signed[there] as number) * (own + after));
      if (ti >= 0) meanGradient[ti] = (meanGradient[ti] as number) + own * level * planarI + (turning * acrossI) / l;
      if (tj >= 0) meanGradient[tj] = (meanGradient[tj] as number) + own * level * planarJ + (turning * acrossJ) / l;
    }
  }
  for (let r = 0; r < n; r++) {
    const grow = lengthGradient[r] as number;
    if (grow === 0) continue;
    gradient[r] = (gradient[r] as number) + pull * grow;
    for (let c = 0; c < n; c++) {
      const by = lengthGradient[c] as number;
      const slower = load ? (share * ((meanGradient[c] as number) - mean * by)) / trace.length : 0;
      hessian[r * n + c] = (hessian[r * n + c] as number) + grow * (k * by - slower);
    }
  }
  return true;
}

/**
 * How much each touched span of a belt grows per unit of one tensioner's travel, into `out`: the spans' shares of L′. Pulleys and trace must
 * stand where they were last evaluated.
 * @returns their sum, L′
 */
export function spanGrowth(compiled: CompiledDrive, b: number, t: number, state: EnergyState, out: Float64Array): number {
  const { plan, trace } = compiled.belts[b]!;
  let sum = 0;
  for (let a = 0; a < trace.touched; a++) {
    const here = trace.active[a] as number;
    const there = trace.active[a + 1 === trace.touched ? 0 : a + 1] as number;
    const i = plan.pulley[here] as number;
    const j = plan.pulley[there] as number;
    const x = trace.ux[a] as number;
    const y = trace.uy[a] as number;
    const vx = (compiled.carrier[j] === t ? state.vx[j]! : 0) - (compiled.carrier[i] === t ? state.vx[i]! : 0);
    const vy = (compiled.carrier[j] === t ? state.vy[j]! : 0) - (compiled.carrier[i] === t ? state.vy[i]! : 0);
    const l = trace.flat[a] as number;
    const along = x * vx + y * vy;
    const planar = along - ((plan.signed[here]! - plan.signed[there]!) * (x * vy - y * vx)) / l;
    out[a] = along - (1 - l / trace.span[a]!) * planar;
    sum += out[a]!;
  }
  return sum;
}

/** What climbing adds to the second derivative of a span: −(1 − c)·ℓ″ + h²/s³·ℓ′ₐℓ′_b, with s = ℓ/c and ℓ″ of √(D² − Δ²). */
function addClimb(
  hessian: Float64Array,
  n: number,
  tension: number,
  level: number,
  l: number,
  delta: number,
  ti: number,
  tj: number,
  planarI: number,
  planarJ: number,
  acrossI: number,
  acrossJ: number,
  i: number,
  j: number,
  x: number,
  y: number,
  into: EnergyState,
): void {
  const climb = ((1 - level * level) * level) / l;
  // D = ℓ·u − Δ·n, so δₐ·δ_b − ℓ′ₐℓ′_b is made of along and across parts, and D·c″ = ℓ·u·c″ − Δ·n·c″.
  const add = (r: number, c: number, planarR: number, acrossR: number, planarC: number, acrossC: number, bend: number) => {
    const alongR = planarR + (delta * acrossR) / l;
    const alongC = planarC + (delta * acrossC) / l;
    const second = (alongR * alongC + acrossR * acrossC - planarR * planarC) / l + bend;
    hessian[r * n + c] = (hessian[r * n + c] as number) + tension * (climb * planarR * planarC - (1 - level) * second);
  };
  const bendOf = (p: number, sign: 1 | -1) => {
    const [ax, ay] = [into.ax[p] as number, into.ay[p] as number];
    return sign * (x * ax + y * ay - (delta / l) * (x * ay - y * ax));
  };
  if (ti >= 0) add(ti, ti, planarI, acrossI, planarI, acrossI, bendOf(i, -1));
  if (tj >= 0) add(tj, tj, planarJ, acrossJ, planarJ, acrossJ, bendOf(j, 1));
  if (ti >= 0 && tj >= 0) {
    add(ti, tj, planarI, acrossI, planarJ, acrossJ, 0);
    add(tj, ti, planarJ, acrossJ, planarI, acrossI, 0);
  }
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
