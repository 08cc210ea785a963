import { spanGrowth, strandTension } from './belt-term';
import type { Equilibrium } from './equilibrium';
import { offsetsOf, type BeltLoad } from './load';
import type { LoopPlan, LoopTrace } from './plan';
import { DEFAULT_GRIP, type GripSettings } from './settings';
import type { Speeds } from './speeds';
import type { SolvedPose } from './solved-pose';

export interface GripBand {
  /** Slip floor: the static tension under which the running belt slips, N. 0 where no load is known. */
  readonly floorN: number;
  /** The same for a wet belt, N; infinite where a wet belt slips at any tension. */
  readonly wetFloorN: number;
  readonly loadKnown: boolean;
  /** The pulley that would slip first, null without load. */
  readonly firstToSlip: string | null;
  /** Highest static tension that belt and bearings allow, N; null where nothing is known of either. */
  readonly ceilingN: number | null;
  /** Origin of the bearing limit: the bearing of a pulley, or `belt`. */
  readonly ceilingFrom: string | null;
  /** Running tension T_r: what is left of the static tension under load, N. */
  readonly runningN: number;
  /** Least running tension at which no power pulley slips, N; null without load. */
  readonly leastN: number | null;
  /** True where the held idler runs on a span that the load pulls tight. */
  readonly idlerOnTightSide: boolean;
  /** Centrifugal tension, N. */
  readonly centrifugalN: number;
}

/** Basic dynamic ratings of common deep-groove bearings, N (ISO 281 sizes; nominal, makers differ by a few per cent). */
const BEARING_RATINGS: Readonly<Record<string, number>> = {
  6000: 4600,
  6001: 5100,
  6002: 5600,
  6003: 6000,
  6004: 9400,
  6005: 10100,
  6200: 5100,
  6201: 6900,
  6202: 7800,
  6203: 9600,
  6204: 12700,
  6205: 14000,
  6206: 19500,
};

/** The belt at rest and running: what `gripBand` compares. */
export interface RunningBelt {
  readonly load: BeltLoad;
  /** Static tension at rest, N. */
  readonly staticN: number;
  /** False where it hangs slack at rest: then it carries nothing and runs as it rests. */
  readonly taut: boolean;
}

/**
 * Static tension between the slip limit and the bearing limit, for one belt.
 *
 * Span tensions are Tᵢ = b + oᵢ, with o rising by Te = 1000·P·service/v over each driven pulley. T_r = b − Tc + w with
 * w = max Σ oᵢℓᵢ′/Σ ℓᵢ′ over its free tensioners off their stops. Thus Tᵢ − Tc = T_r + oᵢ − w. Without such a
 * tensioner, T_r is the mean over the length. No slip if (T_hi − Tc) ≤ e^(k·wrap)·(T_lo − Tc). This is linear in T_r,
 * so each pulley has an explicit minimum. The difference between static tension and T_r is added, so that the slip
 * limit can be measured.
 */
export function gripBand(
  stand: SolvedPose,
  b: number,
  { load, staticN, taut }: RunningBelt,
  atStop: Equilibrium['atStop'],
  speeds: Speeds,
  settings: GripSettings = DEFAULT_GRIP,
): GripBand {
  const { drive, carrier } = stand.compiled;
  const belt = drive.belts[b]!;
  const one = stand.belts[b]!;
  const { plan, trace, section } = one;
  const n = trace.touched;
  const offset = new Float64Array(plan.stops);
  offsetsOf(plan, trace, load, offset);
  const stopAt = (a: number) => plan.pulley[trace.active[a] as number] as number;
  const before = (a: number) => (a === 0 ? n - 1 : a - 1);
  const held = followed(stand, b, atStop, offset);
  // Without a tensioner the mean over the length is held: T_r + oᵢ − w has the mean T_r − Tc.
  const w = held ?? meanOver(plan, trace, offset) + load.centrifugalN;
  const runningN = !taut ? staticN : held === null ? strandTension(one) : (stand.base[b] as number) - load.centrifugalN + w;
  let leastN: number | null = null;
  let wetLeastN = 0;
  let firstToSlip: string | null = null;
  if (load.known) {
    for (let a = 0; a < n; a++) {
      const stop = trace.active[a] as number;
      if (load.demand[stop] === 0) continue;
      const pulley = drive.pulleys[stopAt(a)]!;
      const seated = pulley.face !== 'flat' && (belt.route[stop]!.contact === 'v' || section.drivesFromBack);
      const grip = (seated ? settings.grooveGrip : settings.flatGrip) * (trace.wrap[a] as number);
      const hi = Math.max(offset[a] as number, offset[before(a)] as number) - w;
      const lo = Math.min(offset[a] as number, offset[before(a)] as number) - w;
      const least = leastTension(hi, lo, grip);
      wetLeastN = Math.max(wetLeastN, leastTension(hi, lo, settings.wetShare * grip));
      if (leastN === null || least > leastN) {
        leastN = least;
        firstToSlip = pulley.id;
      }
    }
  }
  const shift = staticN - runningN;
  const { ceiling, ceilingFrom } = ceilingOf(stand, b, offset, w, speeds, settings);
  let slackest = Infinity;
  let tightest = -Infinity;
  for (let a = 0; a < n; a++) {
    slackest = Math.min(slackest, offset[a] as number);
    tightest = Math.max(tightest, offset[a] as number);
  }
  let idlerOnTightSide = false;
  for (let a = 0; a < n && load.known; a++) {
    const p = stopAt(a);
    const held = drive.pulleys[p]!.role === 'idler' && stand.free.includes(carrier[p]!);
    if (held && offset[a]! > slackest + 1e-6 * tightest) idlerOnTightSide = true;
  }
  const rated = belt.ratingN !== undefined && belt.ratingN < ceiling + shift;
  return {
    floorN: leastN === null ? 0 : leastN + shift,
    wetFloorN: leastN === null ? 0 : wetLeastN + shift,
    loadKnown: load.known,
    firstToSlip,
    ceilingN: rated ? belt.ratingN! : Number.isFinite(ceiling) ? Math.max(0, ceiling + shift) : null,
    ceilingFrom: rated ? 'belt' : ceilingFrom,
    runningN,
    leastN,
    idlerOnTightSide,
    centrifugalN: load.centrifugalN,
  };
}

/** Least running tension at which a pulley does not slip, N: (hi + T) ≤ e^grip·(lo + T). */
function leastTension(hi: number, lo: number, grip: number): number {
  const ratio = Math.exp(grip);
  return ratio > 1 ? (hi - ratio * lo) / (ratio - 1) : Infinity;
}

/** Mean over a belt's whole length of what each span has: spans by length, a wrap by its arc with the mean of its two spans. */
export function meanOver(plan: LoopPlan, trace: LoopTrace, ofSpan: Float64Array): number {
  const { active, touched, span, wrap } = trace;
  let sum = 0;
  for (let a = 0; a < touched; a++) {
    const next = a + 1 === touched ? 0 : a + 1;
    const arcs = plan.radius[active[a]!]! * wrap[a]! + plan.radius[active[next]!]! * wrap[next]!;
    sum += ofSpan[a]! * (span[a]! + 0.5 * arcs);
  }
  return sum / trace.length;
}

/** w: the most demanding of what the belt's own tensioners weigh the spans by; null where none is free and off its stops. */
export function followed(stand: SolvedPose, b: number, atStop: Equilibrium['atStop'], offset: Float64Array): number | null {
  const { plan, trace } = stand.belts[b]!;
  const { carrier, tensioners } = stand.compiled;
  const growth = new Float64Array(plan.stops);
  let most: number | null = null;
  for (const t of stand.free) {
    if (atStop[t] !== null || !plan.pulley.some((p) => carrier[p] === t)) continue;
    const sum = spanGrowth(stand, b, t, growth);
    if (Math.abs(sum) < 1e-9 * tensioners[t]!.reach) continue;
    let weighed = 0;
    for (let a = 0; a < trace.touched; a++) weighed += (offset[a] as number) * (growth[a] as number);
    most = Math.max(most ?? -Infinity, weighed / sum);
  }
  return most;
}

/**
 * Running tension at which the life of the first bearing falls below its target, N. ISO 281: L10h = (C/P)³·10⁶/(60·n) ≥
 * target determines the largest load P. The load on a shaft is |T_out·u_out − T_in·u_in| with T = T_r + o − w. Thus T_r
 * is the larger root of a quadratic.
 */
function ceilingOf(
  stand: SolvedPose,
  b: number,
  offset: Float64Array,
  w: number,
  speeds: Speeds,
  settings: GripSettings,
): { ceiling: number; ceilingFrom: string | null } {
  const { plan, trace } = stand.belts[b]!;
  let ceiling = Infinity;
  let ceilingFrom: string | null = null;
  for (let a = 0; a < trace.touched; a++) {
    const i = plan.pulley[trace.active[a] as number] as number;
    const pulley = stand.compiled.drive.pulleys[i]!;
    if (!pulley.bearing) continue;
    const rating = pulley.bearing.dynamicRating ?? BEARING_RATINGS[pulley.bearing.designation?.slice(0, 4) ?? ''];
    const rpm = speeds.pulleys[i]!.rpm;
    if (rating === undefined || !rpm) continue;
    const loadN = rating / Math.cbrt((settings.bearingLifeHours * 60 * rpm) / 1e6);
    const p = a === 0 ? trace.touched - 1 : a - 1;
    const [dOut, dIn] = [offset[a]! - w, offset[p]! - w];
    const [px, py] = [trace.ux[a]! - trace.ux[p]!, trace.uy[a]! - trace.uy[p]!];
    const [qx, qy] = [dOut * trace.ux[a]! - dIn * trace.ux[p]!, dOut * trace.uy[a]! - dIn * trace.uy[p]!];
    const square = px * px + py * py;
    if (square < 1e-18) continue;
    const half = (px * qx + py * qy) / square;
    // If the load alone exceeds the limit at any tension, the tension with the smallest load is returned.
    const root = -half + Math.sqrt(Math.max(0, half * half - (qx * qx + qy * qy - loadN * loadN) / square));
    if (root < ceiling) {
      ceiling = root;
      ceilingFrom = pulley.id;
    }
  }
  return { ceiling, ceilingFrom };
}
