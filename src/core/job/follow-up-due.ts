import { meterAt, meterRate, type MeterReading } from '../machine';
import type { FollowUp, FollowUpAfter } from './follow-up';

/** Use until a follow-up, h or miles. An oil change and a day’s work are usual values; the manual takes priority. */
const AFTER_USE: Readonly<Record<Exclude<FollowUpAfter, 'season'>, { readonly value: number; readonly unit: 'h' | 'mi' }>> = {
  'first-hour': { value: 1, unit: 'h' },
  'first-day': { value: 8, unit: 'h' },
  '25-h': { value: 25, unit: 'h' },
  'oil-change': { value: 50, unit: 'h' },
  '250-h': { value: 250, unit: 'h' },
  '500-mi': { value: 500, unit: 'mi' },
};
/** Use per week of a machine without a meter rate. A choice: an hour each working day. */
const ASSUMED_PER_WEEK = { h: 5, mi: 50 } as const;
const KM_PER_MILE = 1.609344;
/** From the end of one season to a check before the next. */
const SEASON_DAYS = 300;
const DAY_MS = 86_400_000;

/** Time at which a follow-up is due, and its basis. */
export interface DueTime {
  readonly after: FollowUpAfter;
  /** ISO. */
  readonly at: string;
  /** `meter`: by readings of this machine. `assumed`: by an assumed use. `date`: by the calendar alone. */
  readonly by: 'meter' | 'assumed' | 'date';
}

/** Meter log in the unit of a use. An hour meter has no miles; kilometres are converted. */
const inUnit = (log: readonly MeterReading[], unit: 'h' | 'mi'): MeterReading[] =>
  log.flatMap((r) => {
    if (r.unit === unit) return [r];
    return unit === 'mi' && r.unit === 'km' ? [{ ...r, value: r.value / KM_PER_MILE, unit: 'mi' as const }] : [];
  });

/**
 * Times of a follow-up, the earliest first. A machine with two readings of its meter is forecast from its own use. Once
 * a reading shows that the use is reached, it is due at that reading.
 * @param closedAt ISO, the end of the job that planned it
 * @param log readings of the meter, in any order
 */
export function followUpDue({ after }: Pick<FollowUp, 'after'>, closedAt: string, log: readonly MeterReading[]): DueTime[] {
  const closed = Date.parse(closedAt);
  return after
    .map((one): DueTime => {
      if (one === 'season') return { after: one, at: new Date(closed + SEASON_DAYS * DAY_MS).toISOString(), by: 'date' };
      const { value, unit } = AFTER_USE[one];
      const own = inUnit(log, unit);
      const start = meterAt(own, unit, closedAt);
      const reached = own
        .filter((r) => start !== null && Date.parse(r.at) > closed && r.value >= start + value)
        .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))[0];
      if (reached) return { after: one, at: reached.at, by: 'meter' };
      const rate = meterRate(own);
      const perWeek = rate && rate.perWeek > 0 ? rate.perWeek : ASSUMED_PER_WEEK[unit];
      const at = new Date(closed + (value / perWeek) * 7 * DAY_MS).toISOString();
      return { after: one, at, by: rate && rate.perWeek > 0 ? 'meter' : 'assumed' };
    })
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
}

/** The time that counts now: the last that is due, or the next to come. Null without any. */
export function currentDue(times: readonly DueTime[], now: Date): DueTime | null {
  return times.findLast((t) => Date.parse(t.at) <= now.getTime()) ?? times[0] ?? null;
}
