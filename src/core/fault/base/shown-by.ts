import { CAUSES, type Cause, type CauseId } from './causes';
import type { Check, CheckId } from './checks';
import type { ComplaintId } from './complaints';
import { ALL, type DriveKind } from './kinds';

type KnownCause = Cause & { readonly id: CauseId };
const causes: readonly KnownCause[] = CAUSES;

/** Causes that a check shows by its own result, in the order of the base. `confirms` if it confirms the cause. */
export const causesShownBy = (check: CheckId): { readonly cause: KnownCause; readonly confirms: boolean }[] =>
  causes.flatMap((cause) => {
    const confirms = cause.confirmedBy.includes(check);
    return confirms || cause.indicatedBy.includes(check) ? [{ cause, confirms }] : [];
  });

const causesOfComplaint = (complaint: ComplaintId): readonly KnownCause[] => causes.filter((c) => c.explains.includes(complaint));

/** Results that a check knows, least severe first. */
export const resultsOf = ({ results }: Pick<Check, 'results'>): ('good' | 'watch' | 'bad')[] =>
  results.watch === undefined ? ['good', 'bad'] : ['good', 'watch', 'bad'];

const DRIVE_KINDS_BUT_CVT = ALL.filter((kind) => kind !== 'cvt');

/** Kinds of drive with the subject of a check. Other checks depend on their causes only. */
const ONLY_ON: Partial<Readonly<Record<CheckId, readonly DriveKind[]>>> = {
  'brake-released': ['deck-lever', 'pto', 'snow-thrower'],
  'brake-engaged': ['deck-lever', 'pto', 'snow-thrower'],
  'spindle-bound': ['deck-lever', 'deck-clutch', 'sliding-deck', 'snow-thrower'],
  'idler-spin': ['deck-lever', 'deck-clutch', 'snow-thrower', 'accessory', 'reel'],
  'idler-side': ['deck-lever', 'deck-clutch', 'pto', 'snow-thrower', 'accessory', 'reel', 'banded'],
  'tight-side-computed': ['deck-lever', 'deck-clutch', 'pto', 'snow-thrower', 'accessory', 'reel', 'banded'],
  'engagement-time': ['deck-lever', 'deck-clutch', 'sliding-deck', 'pto', 'snow-thrower'],
  'stop-time': ['deck-lever', 'deck-clutch', 'sliding-deck', 'pto', 'snow-thrower'],
  'arm-travel': ['deck-lever', 'pto', 'snow-thrower', 'sliding-deck'],
  'spring-stretches': ['deck-lever', 'pto', 'snow-thrower'],
  'grip-computed': DRIVE_KINDS_BUT_CVT,
  'stop-computed': DRIVE_KINDS_BUT_CVT,
};

/** Kinds of drive on which a check is useful. */
export const kindsOfCheck = (id: CheckId): DriveKind[] => {
  const shown = id === 'engagement-time' ? causesOfComplaint('slow-weak') : causesShownBy(id).map(({ cause }) => cause);
  const kinds = new Set(shown.flatMap((cause) => cause.kinds));
  return [...kinds].filter((kind) => ONLY_ON[id]?.includes(kind) ?? true);
};
