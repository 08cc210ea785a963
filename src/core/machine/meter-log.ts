import type { MeterUnit } from '../quantity';

/** One reading of a machine's meter. */
export interface MeterReading {
  readonly value: number;
  readonly unit: MeterUnit;
  /** ISO. */
  readonly at: string;
}

/** Use per week. */
export interface MeterRate {
  /** In the meter's unit. */
  readonly perWeek: number;
  readonly unit: MeterUnit;
  readonly since: string;
}

const DAY_MS = 86_400_000;
/** A shorter period shows the last job rather than the usual use. */
const SHORTEST_DAYS = 7;
/** Earlier use may be that of another owner. */
const LONGEST_DAYS = 400;

/**
 * Use per week, from the earliest reading within 400 days to the latest: a season and its winter. A meter with a lower
 * value or another unit was replaced, and only later readings count. Null without two readings with at least a week between them.
 * @param log in any order
 */
export function meterRate(log: readonly MeterReading[]): MeterRate | null {
  const inOrder = [...log].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const last = inOrder.at(-1);
  if (!last) return null;
  let first = last;
  for (const reading of inOrder.toReversed()) {
    if (reading.unit !== last.unit || reading.value > first.value) break;
    if (Date.parse(last.at) - Date.parse(reading.at) > LONGEST_DAYS * DAY_MS) break;
    first = reading;
  }
  const days = (Date.parse(last.at) - Date.parse(first.at)) / DAY_MS;
  return days < SHORTEST_DAYS ? null : { perWeek: (7 * (last.value - first.value)) / days, unit: last.unit, since: first.at };
}
