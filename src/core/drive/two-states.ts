import { statesOf, type Drive, type DriveState } from './schema';

/** The two states that decide whether a belt works: those of these names, or else of lever 1 and 0. */
export interface TwoStates {
  readonly engaged: DriveState;
  /** Null where the drive has no other. */
  readonly released: DriveState | null;
}

export function twoStates(drive: Drive): TwoStates {
  const states = statesOf(drive);
  const engaged = states.find((s) => s.name === 'engaged') ?? states.find((s) => s.lever === 1) ?? states[states.length - 1]!;
  const released = states.find((s) => s.name === 'disengaged') ?? states.find((s) => s.lever === 0);
  return { engaged, released: released === undefined || released === engaged ? null : released };
}
