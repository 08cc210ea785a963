import type { CompiledDrive } from './compile';
import type { Equilibrium } from './equilibrium';
import { sectionOf } from './pitch';
import type { Speeds } from './speeds';

export interface GripSettings {
  /** Exponent per radian of wrap for V contact in a groove; 0.5123 is the usual 5:1 at half a turn. */
  readonly grooveGrip: number;
  /** Exponent per radian on a flat face or over the back. */
  readonly flatGrip: number;
  /** Factor on the power that driven pulleys take. */
  readonly serviceFactor: number;
  /** Life that bearings should reach, hours. */
  readonly bearingLifeHours: number;
}

export const DEFAULT_GRIP: GripSettings = { grooveGrip: 0.5123, flatGrip: 0.3, serviceFactor: 1.3, bearingLifeHours: 1000 };

export interface GripBand {
  /** Smallest static tension at which no power pulley slips, N. 0 where no load is known. */
  readonly floorN: number;
  readonly loadKnown: boolean;
  /** The pulley that would slip first, null without load. */
  readonly firstToSlip: string | null;
  /** Highest static tension that belt and bearings allow, N; null where nothing is known of either. */
  readonly ceilingN: number | null;
  /** What sets the ceiling: a pulley's bearing, or `belt`. */
  readonly ceilingFrom: string | null;
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

/**
 * The band of static tension between slipping and overloading, for one belt of a solved drive (its trace must stand at the equilibrium).
 *
 * Te = 1000·P·service/v at each driven pulley, Tc = m·v². Walking with the belt, span tension rises by Te over each driven pulley and falls by
 * their sum at the driver. Beside an idler that a free tensioner off its stops holds, it is T + Tc; with none, the mean weighted by span
 * length is T. No slip where (T_hi − Tc) ≤ e^(k·wrap)·(T_lo − Tc): linear in T, so each pulley gives its least T outright.
 * With several held idlers the most demanding one counts.
 */
export function gripBand(
  compiled: CompiledDrive,
  b: number,
  equilibrium: Equilibrium,
  speeds: Speeds,
  locks: Readonly<Record<string, number>>,
  settings: GripSettings = DEFAULT_GRIP,
): GripBand {
  const { drive } = compiled;
  const belt = drive.belts[b]!;
  const { plan, trace } = compiled.belts[b]!;
  const section = sectionOf(belt);
  const motion = speeds.belts[b]!;
  const v = motion.metresPerSecond ?? 0;
  const centrifugalN = section.massKgPerM * (belt.count ?? 1) * v * v;
  const ceiling = ceilingOf(compiled, b, speeds, settings);
  const n = trace.touched;
  const stopAt = (a: number) => plan.pulley[trace.active[a] as number] as number;
  const demand = new Float64Array(n);
  let total = 0;
  let driverAt = -1;
  for (let a = 0; a < n; a++) {
    if (trace.active[a] === motion.driverStop) {
      driverAt = a;
      continue;
    }
    const pulley = drive.pulleys[stopAt(a)]!;
    if (pulley.role !== 'driven' || !pulley.powerKw || v <= 0) continue;
    demand[a] = (1000 * pulley.powerKw * settings.serviceFactor) / v;
    total += demand[a] as number;
  }
  if (total === 0 || driverAt < 0 || motion.travel === 0) {
    return { floorN: 0, loadKnown: false, firstToSlip: null, idlerOnTightSide: false, centrifugalN, ...ceiling };
  }
  demand[driverAt] = -total;

  const offset = new Float64Array(n);
  for (let k = 1, a = driverAt; k < n; k++) {
    const next = (a + motion.travel + n) % n;
    if (motion.travel > 0) offset[next] = (offset[a] as number) + (demand[next] as number);
    else offset[(next - 1 + n) % n] = (offset[next] as number) + (demand[next] as number);
    a = next;
  }
  const before = (a: number) => (a - 1 + n) % n;
  const held = [...Array(n).keys()].filter((a) => {
    const t = compiled.carrier[stopAt(a)] as number;
    if (t < 0 || drive.pulleys[stopAt(a)]!.role !== 'idler') return false;
    return compiled.tensioners[t]!.lockedAt === null && !(drive.tensioners[t]!.id in locks) && equilibrium.atStop[t] === null;
  });
  let base: number;
  if (held.length > 0) {
    base = Math.min(...held.map((a) => -(offset[a] as number)));
  } else {
    let weight = 0;
    let mean = 0;
    for (let a = 0; a < n; a++) {
      weight += trace.span[a] as number;
      mean += (trace.span[a] as number) * (offset[a] as number);
    }
    base = -mean / weight - centrifugalN;
  }
  let floorN = 0;
  let firstToSlip: string | null = null;
  for (let a = 0; a < n; a++) {
    if (demand[a] === 0) continue;
    const stop = trace.active[a] as number;
    const pulley = drive.pulleys[stopAt(a)]!;
    const contact = belt.route[stop]!.contact;
    const grips = pulley.face !== 'flat' && (contact === 'v' || section.drivesFromBack);
    const ratio = Math.exp((grips ? settings.grooveGrip : settings.flatGrip) * (trace.wrap[a] as number));
    const hi = Math.max(offset[a] as number, offset[before(a)] as number);
    const lo = Math.min(offset[a] as number, offset[before(a)] as number);
    const least = ratio > 1 ? (hi - ratio * lo) / (ratio - 1) - base : Infinity;
    if (least > floorN) {
      floorN = least;
      firstToSlip = pulley.id;
    }
  }
  const slackest = Math.min(...offset);
  const idlerOnTightSide = held.some((a) => (offset[a] as number) > slackest + 1e-6 * total);
  return { floorN, loadKnown: true, firstToSlip, idlerOnTightSide, centrifugalN, ...ceiling };
}

/** ISO 281: L10h = (C/P)³·10⁶/(60·n) ≥ target gives the largest load P, and P = T·|u_out − u_in| the tension. */
function ceilingOf(
  compiled: CompiledDrive,
  b: number,
  speeds: Speeds,
  settings: GripSettings,
): { ceilingN: number | null; ceilingFrom: string | null } {
  const { plan, trace } = compiled.belts[b]!;
  const belt = compiled.drive.belts[b]!;
  let ceilingN = belt.ratingN ?? Infinity;
  let ceilingFrom: string | null = belt.ratingN === undefined ? null : 'belt';
  for (let a = 0; a < trace.touched; a++) {
    const i = plan.pulley[trace.active[a] as number] as number;
    const pulley = compiled.drive.pulleys[i]!;
    const rating = pulley.bearing?.dynamicRating ?? BEARING_RATINGS[pulley.bearing?.designation?.slice(0, 4) ?? ''];
    const rpm = speeds.pulleys[i]!.rpm;
    if (rating === undefined || !rpm) continue;
    const loadN = rating / Math.cbrt((settings.bearingLifeHours * 60 * rpm) / 1e6);
    const pull = strandPull(trace, a);
    if (pull > 1e-9 && loadN / pull < ceilingN) {
      ceilingN = loadN / pull;
      ceilingFrom = pulley.id;
    }
  }
  return { ceilingN: Number.isFinite(ceilingN) ? ceilingN : null, ceilingFrom };
}

/** |u_out − u_in| at a touched stop: load on its shaft for 1 N of tension in both spans. */
export function strandPull(trace: { ux: Float64Array; uy: Float64Array; touched: number }, a: number): number {
  const p = a === 0 ? trace.touched - 1 : a - 1;
  return Math.hypot(trace.ux[a]! - trace.ux[p]!, trace.uy[a]! - trace.uy[p]!);
}
