import * as z from 'zod';

const short = (what: string) => z.string().trim().max(120, `${what} is longer than 120 characters.`);

/** A part on the shelf that is no belt. */
export const partForm = z.object({
  name: short('The name').min(1, 'Enter the part’s name.'),
  number: short('The number'),
  quantity: z
    .number({ error: 'How many is a number.' })
    .int('Parts are counted whole.')
    .min(0, 'There cannot be fewer than none.')
    .max(100_000, 'Enter at most 100,000.'),
  bin: short('The bin'),
  priceCents: z.number().int().min(0, 'The price is 0 or more.').max(100_000_000, 'That price is too high to be one.').nullable(),
  /** Of a spare belt; a part from before spares has neither. */
  fitsDriveId: z.number().int().nullable().default(null),
  supplyDays: z
    .number({ error: 'Days are a number.' })
    .int('Days are counted whole.')
    .min(1, 'It takes a day at least.')
    .max(730, 'That is over two years.')
    .nullable()
    .default(null),
});
