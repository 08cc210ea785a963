import {
  brakesOn,
  collisionIn,
  newSolver,
  solveEquilibrium,
  springReadings,
  strandTension,
  twoStates,
  type CompiledDrive,
  type DriveState,
  type Solver,
} from '../drive';

/** A state at a setting. */
export interface SettingState {
  /** Static tension, N, and slack, mm; null for a belt without length, or where the drive does not come to rest there. */
  readonly tension: number | null;
  readonly slack: number | null;
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

/**
 * Every place of every adjuster, with what it does on both sides: a setting at which the brake no longer lands, or is still on while driving, is no
 * setting, whatever tension it gives.
 */
export function settingsTable(compiled: CompiledDrive, b: number): SettingRow[] {
  const { drive } = compiled;
  const { engaged, released } = twoStates(drive);
  return drive.adjusters.flatMap((adjuster) =>
    placesOf(adjuster).map((position): SettingRow => {
      const solver = newSolver(compiled, { adjusters: { [adjuster.id]: position } });
      return {
        adjuster: adjuster.id,
        position,
        engaged: stateAt(solver, b, engaged, (on) => on.some((brake) => brake.on)),
        disengaged: released && stateAt(solver, b, released, (on) => on.every((brake) => brake.on)),
      };
    }),
  );
}

/** How one belt rests in a state at a setting. */
export function stateAt(
  solver: Solver,
  b: number,
  { lever, locks }: DriveState,
  brake: (all: readonly { readonly on: boolean }[]) => boolean,
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
    brakeOn: brake(brakesOn(drive, rest)),
    lengths: Object.fromEntries(drive.springs.map((s, i) => [s.id, springs[i]!.length])),
  };
}
