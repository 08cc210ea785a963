import {
  brakesOn,
  collisionIn,
  newSolver,
  solveEquilibrium,
  springReadings,
  strandTension,
  tryPitchLength,
  twoStates,
  type DriveState,
  type Matcher,
  type ReasonCode,
  type Solver,
} from '../drive';

/** A state at a setting. */
export interface SettingState {
  /** Static tension, N, and slack, mm; null for a belt without length, or if the drive does not settle. */
  readonly tension: number | null;
  readonly slack: number | null;
  /** Engaged: some brake of the belt's group is on. Released: all of them are. */
  readonly brakeOn: boolean;
  /** Fitted length of each spring, mm. */
  readonly lengths: Readonly<Record<string, number>>;
}

export interface SettingRow {
  readonly adjuster: string;
  readonly position: number;
  readonly engaged: SettingState;
  /** Null where the drive has no other state. */
  readonly disengaged: SettingState | null;
}

/** Places shown of an adjuster that has no steps. */
const PLACES = 11;

/** Where an adjuster can be set: each of its steps from its least, or equal ones where it has none. */
export function placesOf({ min, max, step }: { readonly min: number; readonly max: number; readonly step?: number | undefined }): number[] {
  if (step === undefined) return Array.from({ length: PLACES }, (_, i) => min + ((max - min) * i) / (PLACES - 1));
  return Array.from({ length: Math.floor((max - min) / step + 1e-9) + 1 }, (_, i) => min + i * step);
}

/** Faults of a setting. Faults of the released state come first: no tension compensates for them. */
export const SETTING_FAULTS = [
  'no-rest',
  'brake-stays-off',
  'brake-stays-on',
  'not-slack',
  'other-belt',
  'slips',
  'at-stop',
  'overloads',
] as const;
export type SettingFault = (typeof SETTING_FAULTS)[number];

const FAULT_OF: Readonly<Partial<Record<ReasonCode, SettingFault>>> = {
  'does-not-settle': 'no-rest',
  collides: 'no-rest',
  'brake-stays-off': 'brake-stays-off',
  'brake-stays-on': 'brake-stays-on',
  'still-stretched': 'not-slack',
  'too-little-slack': 'not-slack',
  'other-belt-slips': 'other-belt',
  'other-belt-stays-tight': 'other-belt',
  slips: 'slips',
  'at-stop': 'at-stop',
  'over-ceiling': 'overloads',
};

/** A setting with the Match verdict of the belt there. */
export interface AssessedSetting extends SettingRow {
  readonly faults: readonly SettingFault[];
  /** How far the brake's arm, released, is past where the brake applies, degrees or mm; null without a brake. */
  readonly brakeMargin: number | null;
  /** Slip limit at this setting, N; null where no load is known. */
  readonly slipLimitN: number | null;
}

/** Every position of every adjuster, with what it does in both states. */
export const settingsTable = (matcher: Matcher): AssessedSetting[] =>
  matcher.solver.work.compiled.drive.adjusters.flatMap((adjuster) =>
    placesOf(adjuster).map((position) => settingAt(matcher, adjuster.id, position)),
  );

/** One position of an adjuster, in both states. */
export function settingAt(matcher: Matcher, adjuster: string, position: number): AssessedSetting {
  const { solver, belt, group } = matcher;
  const { engaged, released } = twoStates(solver.work.compiled.drive);
  const setting = { adjusters: { [adjuster]: position } };
  const there = newSolver(solver.work.compiled, setting);
  const hasLength = solver.work.belts[belt]!.pitchLength > 0;
  const trial = hasLength ? tryPitchLength(matcher, undefined, setting) : null;
  const faults = new Set(trial ? trial.failures.flatMap((f) => FAULT_OF[f] ?? []) : ['no-rest' as const]);
  return {
    adjuster,
    position,
    engaged: stateAt(there, belt, engaged, (on) => on.some((brake) => brake.on), group.engaged.bodies),
    disengaged: released && stateAt(there, belt, released, (on) => on.every((brake) => brake.on), group.released.bodies),
    faults: SETTING_FAULTS.filter((f) => faults.has(f)),
    brakeMargin: trial?.disengaged.brakeMargin ?? null,
    slipLimitN: trial?.engaged.loadKnown ? trial.engaged.floorN : null,
  };
}

/** An adjuster that moves the belt tension by less over its whole range does not set it, N. */
export const LEAST_EFFECT_N = 0.5;

/** True if an adjuster changes the belt tension, by the rows of its whole range. */
export function setsTension(rows: readonly SettingRow[]): boolean {
  const tensions = rows.flatMap((r) => r.engaged.tension ?? []);
  return tensions.length > 0 && Math.max(...tensions) - Math.min(...tensions) >= LEAST_EFFECT_N;
}

/** State of one belt at a setting, with the brakes of its group. */
export function stateAt(
  solver: Solver,
  b: number,
  { lever, locks }: DriveState,
  brake: (all: readonly { readonly on: boolean }[]) => boolean,
  bodies?: ReadonlySet<number>,
): SettingState {
  const rest = solveEquilibrium(solver, lever, locks ?? {});
  const { drive } = rest.stand.compiled;
  const one = rest.stand.belts[b]!;
  const rests = rest.ending === 'settled' && collisionIn(rest.stand) === null;
  const pull = rests && one.pitchLength > 0 ? strandTension(one) : null;
  const springs = springReadings(solver.work, rest.positions, lever);
  return {
    tension: pull === null ? null : Math.max(0, pull),
    slack: pull === null ? null : Math.max(0, one.pitchLength - one.trace.length),
    brakeOn: brake(brakesOn(drive, rest, bodies)),
    lengths: Object.fromEntries(drive.springs.map((s, i) => [s.id, springs[i]!.length])),
  };
}
