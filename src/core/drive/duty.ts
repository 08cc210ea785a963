import { sectionOf } from './pitch';
import type { Speeds } from './speeds';
import type { Stand } from './stand';

/** What running asks of a belt, against what its section takes. */
export interface BeltDuty {
  /** Null where no driver's speed is known. */
  readonly metresPerSecond: number | null;
  readonly speedLimit: number;
  /** The pulley that bends it tightest, and the pitch diameter there, mm. */
  readonly tightestPulley: string;
  readonly tightestDiameterMm: number;
  readonly minDiameterMm: number;
  /** Bends an hour: one at each pulley touched, each time the belt comes round. Null where the speed is not known. */
  readonly flexesPerHour: number | null;
  /** The span that climbs most steeply between grooves at different heights; null where all are level. */
  readonly fleet: { readonly from: string; readonly to: string; readonly degrees: number; readonly limit: number } | null;
}

/**
 * Speed, tightest bend and flexes of one belt on its path. Limits are the section's own,
 * from the standards named beside it; nominal for a measured section.
 */
export function beltDuty(stand: Stand, b: number, speeds: Speeds): BeltDuty {
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

/** Fleet angles allowed, degrees: a single V belt, and a banded or ribbed one, which leads all its ribs astray at once. Settings of the trade. */
export const FLEET_LIMIT = { single: 0.5, joined: 0.25 } as const;

/** Fleet angle of a span of planar length ℓ between grooves Δz apart: atan(Δz/ℓ). */
function fleetOf({ belts, compiled }: Stand, b: number): BeltDuty['fleet'] {
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
