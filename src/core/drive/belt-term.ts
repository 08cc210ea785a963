import { AX, AY, CARRIED, VX, VY } from './kinematics';
import type { EnergyState } from './energy-state';
import { offsetsOf, type BeltLoad, type Loading } from './load';
import { traceLoop } from './loop';
import type { SolvedPose } from './solved-pose';
import type { Term } from './term';
import type { WorkBelt, Workspace } from './workspace';

/**
 * A taut belt: E = ½K(L − L₀)², K = EA/L₀; ∂E/∂q = T·L′, ∂²E = K·L′ₐL′_b + T·L″, T = K(L − L₀). With span direction u,
 * its normal n and length ℓ: L′ = Σ u·(c′ⱼ − c′ᵢ) and L″ = Σ (n·δₐ)(n·δ_b)/ℓ + u·(c″ⱼ − c″ᵢ), δ = c′ⱼ − c′ᵢ. A rotation
 * of a span about its two circles rolls its ends along the arcs. To first order it changes nothing.
 *
 * A span with height difference h has length √(ℓ² + h²). With c = ℓ/√(ℓ² + h²), φ′ = n·δ/ℓ and ℓ′ = u·δ − Δ·φ′, its
 * share of L′ is u·δ − (1 − c)·ℓ′.
 *
 * Under load the tension differs between spans, Tᵢ = b + oᵢ. b follows from the mean over the whole length
 * (`BeltLoad`). There is no energy then. The same gradient with Tᵢ − Tc for T is the out-of-balance force. Its exact
 * derivative replaces the Hessian.
 */
export class BeltTerm implements Term {
  constructor(private readonly belt: number) {}

  addTo(work: Workspace, _q: Float64Array, _lever: number, loading: Loading | null, into: EnergyState): boolean {
    const load = loading ? (loading.belts[this.belt] ?? null) : null;
    return addBelt(work, this.belt, work.tensioners.length, into, load, loading ? loading.share : 0);
  }
}

/** Tension of a belt from its stretch on the current trace, EA·(L − L₀)/L₀, N. Negative if slack, 0 without a length. */
export function strandTension({ trace, pitchLength, stiffnessN }: Pick<WorkBelt, 'trace' | 'pitchLength' | 'stiffnessN'>): number {
  return pitchLength > 0 ? (stiffnessN * (trace.length - pitchLength)) / pitchLength : 0;
}

function addBelt(work: Workspace, b: number, n: number, into: EnergyState, load: BeltLoad | null, share: number): boolean {
  const belt = work.belts[b]!;
  const { plan, trace, pitchLength } = belt;
  if (traceLoop(plan, work.x, work.y, trace) !== 'ok') return false;
  if (pitchLength <= 0) return true;
  const stretch = trace.length - pitchLength;
  if (stretch <= 0 && !load) return true;
  const k = belt.stiffnessN / pitchLength;
  const { gradient, hessian, lengthGradient, meanGradient, offset, moved } = into;
  const { carrier } = work.compiled;
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
    const alongI = ti < 0 ? 0 : -(x * (moved[CARRIED * i + VX] as number) + y * (moved[CARRIED * i + VY] as number));
    const acrossI = ti < 0 ? 0 : -(x * (moved[CARRIED * i + VY] as number) - y * (moved[CARRIED * i + VX] as number));
    const alongJ = tj < 0 ? 0 : x * (moved[CARRIED * j + VX] as number) + y * (moved[CARRIED * j + VY] as number);
    const acrossJ = tj < 0 ? 0 : x * (moved[CARRIED * j + VY] as number) - y * (moved[CARRIED * j + VX] as number);
    // ℓ′ of the planar span, and the share of L′ that the span brings.
    const planarI = alongI - (delta * acrossI) / l;
    const planarJ = alongJ - (delta * acrossJ) / l;
    const growI = alongI - (1 - level) * planarI;
    const growJ = alongJ - (1 - level) * planarJ;
    if (ti >= 0) {
      lengthGradient[ti] = (lengthGradient[ti] as number) + growI;
      if (over !== 0) gradient[ti] = (gradient[ti] as number) + over * growI;
      hessian[ti * n + ti] =
        (hessian[ti * n + ti] as number) +
        tension * ((acrossI * acrossI) / l - x * (moved[CARRIED * i + AX] as number) - y * (moved[CARRIED * i + AY] as number));
    }
    if (tj >= 0) {
      lengthGradient[tj] = (lengthGradient[tj] as number) + growJ;
      if (over !== 0) gradient[tj] = (gradient[tj] as number) + over * growJ;
      hessian[tj * n + tj] =
        (hessian[tj * n + tj] as number) +
        tension * ((acrossJ * acrossJ) / l + x * (moved[CARRIED * j + AX] as number) + y * (moved[CARRIED * j + AY] as number));
    }
    if (ti >= 0 && tj >= 0) {
      const both = (tension * acrossI * acrossJ) / l;
      hessian[ti * n + tj] = (hessian[ti * n + tj] as number) + both;
      hessian[tj * n + ti] = (hessian[tj * n + ti] as number) + both;
    }
    // Spans with a height difference are few, so an object for each is cheap.
    if (level !== 1)
      addClimb(n, into, {
        tension,
        level,
        l,
        delta,
        x,
        y,
        from: { tensioner: ti, pulley: i, planar: planarI, across: acrossI },
        to: { tensioner: tj, pulley: j, planar: planarJ, across: acrossJ },
      });
    if (load) {
      // mₐ = span + half of the adjacent arcs. Arc k turns by Rₖ(φ′ₖ − φ′ₖ₋₁), so the rotation of a span affects the
      // three mₐ around it.
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
 * Derivative of each touched span of a belt by the travel of one tensioner, into `out`.
 * @returns their sum, L′
 */
export function spanGrowth({ belts, compiled, moved }: SolvedPose, b: number, t: number, out: Float64Array): number {
  const { plan, trace } = belts[b]!;
  const { carrier } = compiled;
  let sum = 0;
  for (let a = 0; a < trace.touched; a++) {
    const here = trace.active[a] as number;
    const there = trace.active[a + 1 === trace.touched ? 0 : a + 1] as number;
    const i = plan.pulley[here] as number;
    const j = plan.pulley[there] as number;
    const x = trace.ux[a] as number;
    const y = trace.uy[a] as number;
    const vx = (carrier[j] === t ? moved[CARRIED * j + VX]! : 0) - (carrier[i] === t ? moved[CARRIED * i + VX]! : 0);
    const vy = (carrier[j] === t ? moved[CARRIED * j + VY]! : 0) - (carrier[i] === t ? moved[CARRIED * i + VY]! : 0);
    const l = trace.flat[a] as number;
    const along = x * vx + y * vy;
    const planar = along - ((plan.signed[here]! - plan.signed[there]!) * (x * vy - y * vx)) / l;
    out[a] = along - (1 - l / trace.span[a]!) * planar;
    sum += out[a]!;
  }
  return sum;
}

/** End of a span: its tensioner, −1 if it is fixed, and the derivatives of the span by the travel of that tensioner. */
interface SpanEnd {
  readonly tensioner: number;
  readonly pulley: number;
  /** ℓ′ of the planar span. */
  readonly planar: number;
  /** n·c′, with the sign of this end. */
  readonly across: number;
}

/** A taut span with a height difference. */
interface ClimbingSpan {
  /** N */
  readonly tension: number;
  /** c = ℓ/s, the cosine of its slope. */
  readonly level: number;
  /** ℓ, mm */
  readonly l: number;
  /** Δ, difference of the signed radii, mm */
  readonly delta: number;
  /** Direction u in the plane. */
  readonly x: number;
  readonly y: number;
  readonly from: SpanEnd;
  readonly to: SpanEnd;
}

/**
 * Contribution of the height difference to the second derivative of a span: −(1 − c)·ℓ″ + h²/s³·ℓ′ₐℓ′_b, with s = ℓ/c
 * and ℓ″ of √(D² − Δ²).
 * @param n number of tensioners, the stride of the Hessian
 */
function addClimb(n: number, { hessian, moved }: EnergyState, { tension, level, l, delta, x, y, from, to }: ClimbingSpan): void {
  const climb = ((1 - level * level) * level) / l;
  // D = ℓ·u − Δ·n, so δₐ·δ_b − ℓ′ₐℓ′_b is made of along and across parts, and D·c″ = ℓ·u·c″ − Δ·n·c″.
  const add = (row: SpanEnd, column: SpanEnd, bend: number) => {
    const alongRow = row.planar + (delta * row.across) / l;
    const alongColumn = column.planar + (delta * column.across) / l;
    const second = (alongRow * alongColumn + row.across * column.across - row.planar * column.planar) / l + bend;
    const at = row.tensioner * n + column.tensioner;
    hessian[at] = (hessian[at] as number) + tension * (climb * row.planar * column.planar - (1 - level) * second);
  };
  const bendOf = (pulley: number, sign: 1 | -1) => {
    const [ax, ay] = [moved[CARRIED * pulley + AX] as number, moved[CARRIED * pulley + AY] as number];
    return sign * (x * ax + y * ay - (delta / l) * (x * ay - y * ax));
  };
  if (from.tensioner >= 0) add(from, from, bendOf(from.pulley, -1));
  if (to.tensioner >= 0) add(to, to, bendOf(to.pulley, 1));
  if (from.tensioner >= 0 && to.tensioner >= 0) {
    add(from, to, 0);
    add(to, from, 0);
  }
}
