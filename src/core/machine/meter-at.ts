import type { MeterUnit } from '../quantity';
import type { MeterReading } from './meter-log';

/**
 * Meter value at a moment: linear in time between two readings, and constant before the first and after the last. Null
 * without readings in that unit. If a meter was replaced in between (lower value), the last value before the moment
 * counts.
 * @param at ISO
 */
export function meterAt(log: readonly MeterReading[], unit: MeterUnit, at: string): number | null {
  const moment = Date.parse(at);
  const own = log.filter((r) => r.unit === unit).sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const before = own.filter((r) => Date.parse(r.at) <= moment).at(-1);
  const after = own.find((r) => Date.parse(r.at) > moment);
  if (!before || !after || after.value < before.value) return (before ?? after)?.value ?? null;
  const share = (moment - Date.parse(before.at)) / (Date.parse(after.at) - Date.parse(before.at));
  return before.value + share * (after.value - before.value);
}
