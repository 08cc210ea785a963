import * as z from 'zod';
import { factNow, type Facts } from './known';

const seconds = (of: string) =>
  z
    .number({ error: `${of}: enter a number of seconds.` })
    .min(0.5, `${of}: enter at least 0.5 s.`)
    .max(15, `${of}: enter at most 15 s.`);

/** Limits of a shop for its machines, with safe defaults. The manual of the machine takes precedence. */
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
    .min(1, 'Enter at least one day.')
    .max(365, 'Enter at most 365 days.')
    .default(14),
  /** Largest cost of a repair without asking the customer, in the currency of the shop. */
  askFrom: z
    .number({ error: 'Enter an amount.' })
    .min(0, 'The amount must be 0 or more.')
    .max(1_000_000, 'Enter at most 1,000,000. Check the number.')
    .default(150),
  /** Warnings next to the verdict of a belt. */
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

/** Stored limits of a shop. The defaults if they are unreadable. */
export function readLimits(kept: unknown): ShopLimits {
  const read = shopLimits.safeParse(kept);
  return read.success ? read.data : USUAL_LIMITS;
}

/** Limit of the stop time, s. The shortest one if the class is unknown, null without a limit. */
export function stopLimitOf(facts: Facts, { stop }: ShopLimits): number | null {
  const known = factNow(facts, 'class');
  if (known === 'none') return null;
  return stop[known as keyof ShopLimits['stop']] ?? Math.min(...Object.values(stop));
}
