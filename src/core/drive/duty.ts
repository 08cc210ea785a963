import { sectionOf } from './pitch';
import type { Speeds } from './speeds';
import type { SolvedPose } from './solved-pose';

/** Load of the belt while running, compared with the limits of its section. */
export interface BeltDuty {
  /** Null where no driver's speed is known. */
  readonly metresPerSecond: number | null;
  readonly speedLimit: number;
  /** The pulley that bends it tightest, and the pitch diameter there, mm. */
  readonly tightestPulley: string;
  readonly tightestDiameterMm: number;
  readonly minDiameterMm: number;
  /** Bends per hour: one per touched pulley and revolution of the belt. Null if the speed is unknown. */
  readonly flexesPerHour: number | null;
  /** The span that climbs most steeply between grooves at different heights; null where all are level. */
  readonly fleet: { readonly from: string; readonly to: string; readonly degrees: number; readonly limit: number } | null;
}

/**
 * Speed, tightest bend and bends of one belt on its path. The limits are those of the section, from the standards named
 * next to it. They are nominal for a measured section.
 */
export function beltDuty(stand: SolvedPose, b: number, speeds: Speeds): BeltDuty {
  const { plan, trace } = stand.belts[b]!;
  const { drive } = stand.compiled;
  const section = sectionOf(drive.belts[b]!);
  let tightest = trace.active[0]!;
  for (let a = 1; a < trace.touched; a++) if (plan.radius[trace.active[a]!]! < plan.radius[tightest]!) tightest = trace.active[a]!;
  const v = speeds.belts[b]!.metresPerSecond;
  return {
    metresPerSecond: v,
    speedLimit: section.maxSpeed,
    tightestPulley: drive.pulleys[plan.pulley[tightest]!]!.id,
    tightestDiameterMm: 2 * plan.radius[tightest]!,
    minDiameterMm: section.minDiameterMm,
    fleet: fleetOf(stand, b),
    flexesPerHour: v === null ? null : (v * 3600 * 1000 * trace.touched) / trace.length,
  };
}

/**
 * Fleet angle limits, degrees: a single V belt, and a banded or ribbed belt, in which all ribs are misaligned together.
 * Trade values.
 */
export const FLEET_LIMIT = { single: 0.5, joined: 0.25 } as const;

/** Fleet angle of a span of planar length ℓ between grooves with height difference Δz: atan(Δz/ℓ). */
function fleetOf({ belts, compiled }: SolvedPose, b: number): BeltDuty['fleet'] {
  const { plan, trace, section } = belts[b]!;
  const { drive } = compiled;
  if (!plan.z) return null;
  let steepest: BeltDuty['fleet'] = null;
  const limit = section.family === 'ribbed' || (drive.belts[b]!.count ?? 1) > 1 ? FLEET_LIMIT.joined : FLEET_LIMIT.single;
  for (let a = 0; a < trace.touched; a++) {
    const [from, to] = [trace.active[a]!, trace.active[(a + 1) % trace.touched]!];
    const degrees = (Math.atan2(Math.abs(plan.z[to]! - plan.z[from]!), trace.flat[a]!) * 180) / Math.PI;
    if (degrees > (steepest?.degrees ?? 0))
      steepest = { from: drive.pulleys[plan.pulley[from]!]!.id, to: drive.pulleys[plan.pulley[to]!]!.id, degrees, limit };
  }
  return steepest;
}
