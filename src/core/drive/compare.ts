import { compileDrive } from './compile';
import { beltDuty } from './duty';
import { sectionOf } from './pitch';
import type { Drive, Problem } from './schema';
import { DEFAULT_GRIP, type GripSettings } from './settings';
import { answerState } from './solve';
import { newSolver } from './solver';
import { speedsOf } from './speeds';
import { twoStates } from './two-states';

/**
 * Highest speed of a blade tip, m/s: 19,000 feet per minute, the limit of the lawn-mower safety standards (ANSI B71.1,
 * ISO 5395).
 */
export const MOST_TIP_MPS = 96.5;

/**
 * Highest speed of the rim of a cast pulley, m/s: 6,500 feet per minute, the usual limit for grey iron (MPTA). It
 * applies to the hub too.
 */
export const MOST_RIM_MPS = 33;

/** Width of a hexagon head across its corners, in bolt diameters (ISO 4014: 1.78 to 1.84 for M6 to M12). */
const HEAD_ACROSS_CORNERS = 1.84;
/** Metal left between a bolt head and the bottom of the groove, mm. A choice for cast and turned pulleys. */
const WALL_MM = 3;

/** Bolts of a hub on a circle, mm. */
export interface HubBolts {
  readonly circleMm: number;
  readonly boltMm: number;
}

/**
 * Least outside diameter of a pulley that is bolted to a hub, mm: the circle, half a head on each side, a wall, and the
 * groove on each side.
 */
export const leastOnHubMm = ({ circleMm, boltMm }: HubBolts, grooveDepthMm: number): number =>
  circleMm + HEAD_ACROSS_CORNERS * boltMm + 2 * (WALL_MM + grooveDepthMm);

/** A drive otherwise than drawn. */
export interface Variant {
  /** Outside diameters in place of the drawn ones, mm by pulley id. */
  readonly diametersMm: Readonly<Record<string, number>>;
  /** Another outside length of the belt, mm. The drive's own length if omitted. */
  readonly outsideMm?: number | undefined;
  /** Length of a blade from tip to tip on a pulley's shaft, mm by pulley id. */
  readonly bladesMm?: Readonly<Record<string, number>>;
  /** Fastest that the driven hub may turn by its own marking, rpm. */
  readonly hubRpm?: number | undefined;
  /** Bolts of the hub on the shaft of the comparison. */
  readonly hub?: HubBolts | undefined;
  /** Speed of the driver at idle, rpm. */
  readonly idleRpm?: number | undefined;
  /** Price of the belt, in hundredths of the currency, and the hours that it is expected to last. */
  readonly cost?: { readonly cents: number; readonly hours: number } | undefined;
}

/** Values of one variant, with their limits. Null if the drive does not contain the data. */
export interface Compared {
  /** Speed of the driven shaft of the comparison, and turns of the driver per turn of that shaft. */
  readonly rpm: number | null;
  readonly ratio: number | null;
  /** Fastest that its hub may turn, where that is known. */
  readonly mostRpm: number | null;
  /** The same shaft and the belt with the driver at idle. */
  readonly idleRpm: number | null;
  readonly idleBeltMps: number | null;
  /** Outside diameter of the pulley on the shaft, and the least that its hub allows, mm. */
  readonly onHubMm: number | null;
  readonly leastOnHubMm: number | null;
  /** Hundredths of the currency. */
  readonly costPerHour: number | null;
  readonly beltMps: number | null;
  readonly mostBeltMps: number;
  /** Centrifugal pull of the whole belt, N: m·v². */
  readonly centrifugalN: number | null;
  readonly tensionN: number | null;
  /** Static tension under which it slips, and over which it overloads, N. */
  readonly floorN: number | null;
  readonly ceilingN: number | null;
  /** Smallest wrap angle of a loaded pulley, degrees. */
  readonly leastWrapDeg: number | null;
  readonly tightestMm: number;
  readonly leastBendMm: number;
  readonly flexesPerHour: number | null;
  /** Fastest blade tip, m/s. */
  readonly tipMps: number | null;
  /** Highest rim speed of a pulley of the belt, m/s. */
  readonly rimMps: number | null;
  /** Largest load on a shaft that turns, at rest, N. */
  readonly shaftN: number | null;
}

export type CompareResult =
  { readonly ok: true; readonly compared: Compared } | { readonly ok: false; readonly problems: readonly Problem[] };

/** The drive as a variant has it. */
export function variantOf(drive: Drive, beltId: string, { diametersMm, outsideMm }: Variant): Drive {
  return {
    ...drive,
    pulleys: drive.pulleys.map((p) => (diametersMm[p.id] === undefined ? p : { ...p, outsideDiameter: diametersMm[p.id]! })),
    belts: drive.belts.map((b) =>
      b.id === beltId && outsideMm !== undefined ? { ...b, length: { value: outsideMm, reference: 'outside' as const } } : b,
    ),
  };
}

/**
 * Values of one variant, engaged: speeds, grip, bending and loads of one belt.
 * @param shaftOf driven pulley with the speed to report
 */
export function compareDrive(
  drive: Drive,
  beltId: string,
  shaftOf: string,
  variant: Variant,
  grip: GripSettings = DEFAULT_GRIP,
): CompareResult {
  const own = variantOf(drive, beltId, variant);
  const made = compileDrive(own);
  if (!made.ok) return made;
  const b = own.belts.findIndex((belt) => belt.id === beltId);
  const belt = own.belts[b];
  if (!belt) return { ok: false, problems: [{ path: 'belts', message: 'the drive has no such belt' }] };
  const speeds = speedsOf(made.compiled);
  const { engaged } = twoStates(own);
  const answer = answerState(newSolver(made.compiled), engaged, speeds, grip);
  if (answer.equilibrium.ending !== 'settled' || answer.collision !== null)
    return { ok: false, problems: [{ path: 'states', message: answer.collision ?? 'it has no equilibrium' }] };
  const solved = answer.solved.belts[b]!;
  const band = answer.bands[b]!;
  const duty = beltDuty(answer.equilibrium.stand, b, speeds);
  const rpmOf = (id: string) => speeds.pulleys.find((p) => p.pulley === id)?.rpm ?? null;
  const motion = speeds.belts[b]!;
  const driver = motion.driverStop < 0 ? null : belt.route[motion.driverStop]!.pulley;
  const rpm = rpmOf(shaftOf);
  const driverRpm = driver === null ? null : rpmOf(driver);
  const power = own.pulleys.filter((p) => p.role !== 'idler').map((p) => p.id);
  const wraps = solved.wraps.filter((w) => power.includes(w.pulley)).map((w) => w.angle);
  const tips = Object.entries(variant.bladesMm ?? {}).flatMap(([id, mm]) => {
    const n = rpmOf(id);
    return n === null ? [] : [(Math.PI * mm * n) / 60000];
  });
  const rims = own.pulleys.flatMap((p) => {
    const n = belt.route.some((r) => r.pulley === p.id) ? rpmOf(p.id) : null;
    return n === null ? [] : [(Math.PI * p.outsideDiameter * n) / 60000];
  });
  const loads = answer.solved.shaftLoads.filter((l) => belt.route.some((r) => r.pulley === l.pulley)).map((l) => l.force);
  const v = motion.metresPerSecond;
  const { idleRpm, hub, cost } = variant;
  const idle = idleRpm !== undefined && driverRpm !== null && driverRpm > 0 ? idleRpm / driverRpm : null;
  const section = sectionOf(belt);
  return {
    ok: true,
    compared: {
      rpm,
      mostRpm: variant.hubRpm ?? null,
      ratio: rpm !== null && driverRpm !== null && rpm > 0 ? driverRpm / rpm : null,
      idleRpm: idle === null || rpm === null ? null : idle * rpm,
      idleBeltMps: idle === null || v === null ? null : idle * v,
      onHubMm: own.pulleys.find((p) => p.id === shaftOf)?.outsideDiameter ?? null,
      leastOnHubMm: hub ? leastOnHubMm(hub, section.depthMm) : null,
      costPerHour: cost && cost.hours > 0 ? cost.cents / cost.hours : null,
      beltMps: v,
      mostBeltMps: duty.speedLimit,
      centrifugalN: v === null ? null : section.massKgPerM * (belt.count ?? 1) * v * v,
      tensionN: solved.tension,
      floorN: band.loadKnown ? band.floorN : null,
      ceilingN: band.ceilingN,
      leastWrapDeg: wraps.length === 0 ? null : Math.min(...wraps),
      tightestMm: duty.tightestDiameterMm,
      leastBendMm: duty.minDiameterMm,
      flexesPerHour: duty.flexesPerHour,
      tipMps: tips.length === 0 ? null : Math.max(...tips),
      rimMps: rims.length === 0 ? null : Math.max(...rims),
      shaftN: loads.length === 0 ? null : Math.max(...loads),
    },
  };
}
