import { meterAt, meterRate, type MeterReading } from '../machine';

/** When something is due, and the basis of that. */
export interface Forecast {
  /** ISO. As likely before as after. */
  readonly at: string;
  /** ISO. The due date is in this range four times in five. A calendar date has no range: both are `at`. */
  readonly earliest: string;
  readonly latest: string;
  /** `reached`: a reading shows it. `meter`: by readings of this machine. `assumed`: by an assumed use. `date`: by the calendar. */
  readonly by: 'reached' | 'meter' | 'assumed' | 'date';
}

/** Use of a machine: hours, or miles for an odometer. */
export interface Use {
  readonly value: number;
  readonly unit: 'h' | 'mi';
}

/** Use per week of a machine without a meter rate. A choice: an hour each working day. */
const ASSUMED_PER_WEEK = { h: 5, mi: 50 } as const;
/** Log-normal spread of the assumed use: another machine is used half or twice as much. A choice. */
const ASSUMED_SPREAD = 0.7;
/** Spread of the use between one season and the next, relative. A choice; the seasons of a year differ most. */
const SEASON_SPREAD = 0.35;
/** Use at one time, as a day of work: use comes in lumps of this size. Variance of a count of lumps. A choice. */
const LUMP = { h: 4, mi: 40 } as const;
/** Standard deviations on each side of a range that holds four times in five, for a normal distribution. */
const FOUR_IN_FIVE = 1.2816;
/** A machine that is barely used has no due date within this time. */
const LONGEST_DAYS = 3 * 365;
const KM_PER_MILE = 1.609344;
const DAY_MS = 86_400_000;

const isoAt = (start: number, days: number): string => new Date(start + Math.min(days, LONGEST_DAYS) * DAY_MS).toISOString();

/** Something due at a date. */
export const onDate = (at: string): Forecast => ({ at, earliest: at, latest: at, by: 'date' });

/** Meter log in the unit of a use. An hour meter has no miles; kilometres are converted. */
const inUnit = (log: readonly MeterReading[], unit: Use['unit']): MeterReading[] =>
  log
    .flatMap((r) => {
      if (r.unit === unit) return [r];
      return unit === 'mi' && r.unit === 'km' ? [{ ...r, value: r.value / KM_PER_MILE, unit: 'mi' as const }] : [];
    })
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));

/**
 * Time at which a machine has run some use since a moment. Its meter decides, if the log has two readings at least a
 * week between them. The range combines the lumps of the use, the error of the rate and the difference between seasons.
 * @param since ISO
 * @param log readings of the meter, in any order
 */
export function forecastUse({ value, unit }: Use, since: string, log: readonly MeterReading[]): Forecast {
  const start = Date.parse(since);
  const own = inUnit(log, unit);
  const before = meterAt(own, unit, since);
  const later = own.filter((r) => before !== null && Date.parse(r.at) > start && r.value >= before);
  const reached = later.find((r) => r.value >= before! + value);
  if (reached) return { ...onDate(reached.at), by: 'reached' };
  const last = later.at(-1);
  const from = last ? Date.parse(last.at) : start;
  const left = last ? before! + value - last.value : value;
  const rate = meterRate(own);
  const measured = rate !== null && rate.perWeek > 0;
  const perDay = (measured ? rate.perWeek : ASSUMED_PER_WEEK[unit]) / 7;
  const used = measured ? (perDay * (Date.parse(own.at(-1)!.at) - Date.parse(rate.since))) / DAY_MS : Infinity;
  const spread = Math.sqrt(LUMP[unit] / left + (measured ? LUMP[unit] / used + SEASON_SPREAD ** 2 : ASSUMED_SPREAD ** 2));
  const days = left / perDay;
  return {
    at: isoAt(from, days),
    earliest: isoAt(from, days * Math.exp(-FOUR_IN_FIVE * spread)),
    latest: isoAt(from, days * Math.exp(FOUR_IN_FIVE * spread)),
    by: measured ? 'meter' : 'assumed',
  };
}
