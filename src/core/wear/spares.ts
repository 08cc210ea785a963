/** Days without which nothing is known of how much a machine is used. */
const LEAST_DAYS = 7;
const DAY_MS = 86_400_000;
/** Spares are ordered where they would fall short more often than once in five. */
const ORDER_FROM = 0.2;

/** Units of the meter that a machine runs in a day, from its log; null where that spans no week. */
export function perDay(log: readonly { readonly meter: number; readonly taken: string }[]): number | null {
  if (log.length < 2) return null;
  const times = log.map((p) => Date.parse(p.taken));
  const meters = log.map((p) => p.meter);
  const days = (Math.max(...times) - Math.min(...times)) / DAY_MS;
  return days < LEAST_DAYS ? null : (Math.max(...meters) - Math.min(...meters)) / days;
}

export interface SpareNeed {
  /** Belts likely to come due before an order could, in the mean. */
  readonly due: number;
  /** Odds that more come due than there are spares. */
  readonly short: number;
  readonly order: boolean;
}

/**
 * Spares on the shelf against what comes due before more could be had: belts come due by themselves, each with its own odds.
 * @param odds of each belt that the spare fits, 0 … 1
 */
export function spareNeed(odds: readonly number[], spares: number): SpareNeed {
  // How many come due, by adding one belt after another.
  let many = [1];
  for (const p of odds) many = Array.from({ length: many.length + 1 }, (_, k) => (many[k] ?? 0) * (1 - p) + (many[k - 1] ?? 0) * p);
  const short = many.slice(spares + 1).reduce((a, p) => a + p, 0);
  return { due: odds.reduce((a, p) => a + p, 0), short, order: short > ORDER_FROM };
}
