import type { CheckId } from './checks';

/**
 * Checks of opposite directions in one step, such as a tension below or above its range. An answer to one answers the
 * other.
 */
const OPPOSITES: ReadonlyMap<CheckId, CheckId> = new Map<CheckId, CheckId>([
  ['stop-time', 'stop-hard'],
  ['tension-engaged', 'tension-high'],
  ['belt-length', 'belt-length-short'],
  ['engagement-time', 'engages-grabbing'],
]);
const MAIN: ReadonlyMap<CheckId, CheckId> = new Map([...OPPOSITES].map(([main, other]) => [other, main]));

/** Check of the other direction, answered in the same step as this main check. */
export const oppositeOf = (check: CheckId): CheckId | undefined => OPPOSITES.get(check);
/** Main check that answers this one. */
export const mainOf = (check: CheckId): CheckId | undefined => MAIN.get(check);
