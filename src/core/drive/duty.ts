import type { CompiledDrive } from './compile';
import { sectionOf } from './pitch';
import type { Speeds } from './speeds';

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
}

/**
 * Speed, tightest bend and flexes of one belt on its traced path (the trace must stand at the state asked about). Limits are the section's own,
 * from the standards named beside it; nominal for a measured section.
 */
export function beltDuty(compiled: CompiledDrive, b: number, speeds: Speeds): BeltDuty {
  const { plan, trace } = compiled.belts[b]!;
  const { drive } = compiled;
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
    flexesPerHour: v === null ? null : (v * 3600 * 1000 * trace.touched) / trace.length,
  };
}
