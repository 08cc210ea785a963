import * as z from 'zod';
import { factNow, type Facts } from './known';

const seconds = (of: string) =>
  z
    .number({ error: `${of}: enter a number of seconds.` })
    .min(0.5, `${of}: less than half a second cannot be timed by hand.`)
    .max(15, `${of}: enter at most 15 s.`);

/** What a shop holds its machines to: safe defaults until it says otherwise; the machine's own manual always wins. */
export const shopLimits = z.object({
  /** Stop time by class of machine, s. */
  stop: z
    .object({
      'walk-behind': seconds('Walk-behind').default(3),
      'ride-on': seconds('Ride-on').default(5),
      auger: seconds('Auger').default(5),
    })
    .prefault({}),
  /** After how many days a substitute is asked about. */
  trialDays: z
    .number({ error: 'Enter a number of days.' })
    .int('Enter whole days.')
    .min(1, 'A day at least.')
    .max(365, 'A year at most.')
    .default(14),
  /** What a mend may cost before the customer is asked, cr. */
  askFrom: z
    .number({ error: 'Enter an amount.' })
    .min(0, 'An amount is 0 or more.')
    .max(1_000_000, 'That is more than any of these machines is worth.')
    .default(150),
  /** What is warned of beside a belt's verdict. */
  belt: z
    .object({
      /** Most slack of a released belt, mm. */
      releasedSlackMm: z
        .number({ error: 'Most slack when released: enter a length in mm.' })
        .min(5, 'Most slack when released must be at least 5 mm.')
        .max(500, 'Most slack when released must be at most 500 mm.')
        .default(80),
      /** Stretch at which a section carries its usual highest tension, %. */
      usualStretchPercent: z
        .number({ error: 'Stretch at the usual highest tension: enter a percentage.' })
        .min(0.1, 'Stretch at the usual highest tension must be at least 0.1%.')
        .max(5, 'Stretch at the usual highest tension must be at most 5%.')
        .default(1),
    })
    .prefault({}),
});
export type ShopLimits = Readonly<z.infer<typeof shopLimits>>;

export const USUAL_LIMITS: ShopLimits = shopLimits.parse({});

/** A shop's limits as kept; the usual ones where that no longer reads. */
export function readLimits(kept: unknown): ShopLimits {
  const read = shopLimits.safeParse(kept);
  return read.success ? read.data : USUAL_LIMITS;
}

/** Within how many seconds the driven side must stand; the shortest of all where the class is not known, null where there is none to keep. */
export function stopLimitOf(facts: Facts, { stop }: ShopLimits): number | null {
  const known = factNow(facts, 'class');
  if (known === 'none') return null;
  return stop[known as keyof ShopLimits['stop']] ?? Math.min(...Object.values(stop));
}
