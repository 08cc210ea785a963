import * as z from 'zod';

const short = (what: string) => z.string().trim().max(120, `${what} is longer than 120 characters.`);

/** A part in stock other than a belt. */
export const partForm = z.object({
  name: short('The name').min(1, 'Enter the part’s name.'),
  number: short('The number'),
  quantity: z
    .number({ error: 'Enter the number of parts.' })
    .int('Enter a whole number of parts.')
    .min(0, 'There cannot be fewer than none.')
    .max(100_000, 'Enter at most 100,000.'),
  bin: short('The bin'),
  priceCents: z
    .number()
    .int()
    .min(0, 'The price must be 0 or more.')
    .max(100_000_000, 'The price must be at most 1,000,000. Check the number.')
    .nullable(),
  /** For a spare belt. Null for a part from before spares. */
  fitsDriveId: z.number().int().nullable().default(null),
  supplyDays: z
    .number({ error: 'Enter the days as a number.' })
    .int('Enter whole days.')
    .min(1, 'Enter at least one day.')
    .max(730, 'Enter at most 730 days.')
    .nullable()
    .default(null),
});
