import type { CheckId } from './checks';

/** Checks that one act answers in two directions, such as a tension below its range or above it: the answer to one is an answer to the other. */
const OPPOSITES: ReadonlyMap<CheckId, CheckId> = new Map<CheckId, CheckId>([
  ['stop-time', 'stop-hard'],
  ['tension-engaged', 'tension-high'],
  ['belt-length', 'belt-length-short'],
  ['engagement-time', 'engages-grabbing'],
]);
const MAIN: ReadonlyMap<CheckId, CheckId> = new Map([...OPPOSITES].map(([main, other]) => [other, main]));

/** The check of the other direction, answered by the same act as this main check. */
export const oppositeOf = (check: CheckId): CheckId | undefined => OPPOSITES.get(check);
/** The main check whose act answers this one. */
export const mainOf = (check: CheckId): CheckId | undefined => MAIN.get(check);
