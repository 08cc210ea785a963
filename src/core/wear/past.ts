import type { MeterUnit } from '../quantity';
import { medianOf, type WidthMethod, type WidthReading } from './log';

/** A width as tickets keep it. */
export interface PastWidth {
  readonly job: number;
  readonly machine: number;
  readonly belt: string;
  /** ISO, and who read it. */
  readonly taken: string;
  readonly by: string;
  readonly meter: number;
  readonly fittedAt: number;
  readonly unit: MeterUnit;
  readonly method: WidthMethod;
  readonly widths: readonly number[];
  readonly minimumMm: number;
  readonly newMm: number | null;
}

/** Time of a width: noon of its stated day (imported log), otherwise the time of entry. */
export const takenOf = (on: string | null, written: string): string => (on === null ? written : `${on}T12:00:00.000Z`);

/** The log of the belt that is on a machine now: of those widths that were read since it was fitted. By meter, then time. */
export function logOf(past: readonly PastWidth[], machine: number, belt: string): readonly PastWidth[] {
  const mine = past.filter((p) => p.machine === machine && p.belt === belt);
  const last = mine.reduce<PastWidth | null>((a, p) => (!a || Date.parse(p.taken) >= Date.parse(a.taken) ? p : a), null);
  if (!last) return [];
  return mine
    .filter((p) => p.fittedAt === last.fittedAt && p.unit === last.unit)
    .sort((a, b) => a.meter - b.meter || Date.parse(a.taken) - Date.parse(b.taken));
}

/** Input of the forecast from a log. */
export const readingsOfLog = (log: readonly PastWidth[]): WidthReading[] =>
  log.map((p) => ({ meter: p.meter - p.fittedAt, date: p.taken.slice(0, 10), method: p.method, widths: p.widths }));

/** True if a person measured this belt by two methods on one day. Only then the bias of the hand is known. */
export function readTwoWays(log: readonly PastWidth[], by: string): boolean {
  const days = new Map<string, Set<WidthMethod>>();
  for (const p of log) if (p.by === by) days.set(p.taken.slice(0, 10), (days.get(p.taken.slice(0, 10)) ?? new Set()).add(p.method));
  return [...days.values()].some((methods) => methods.size > 1);
}

/** A rib with a larger difference from the middle of the others is questioned, mm. */
const APART_MM = 0.25;

/** Ribs that differ from the rest. Both of two different ribs. */
export function ribsApart(widths: readonly number[]): number[] {
  if (widths.length < 2) return [];
  return widths.flatMap((w, i) => {
    const middle = medianOf(widths.filter((_, k) => k !== i));
    return Math.abs(w - middle) > APART_MM ? [i] : [];
  });
}
