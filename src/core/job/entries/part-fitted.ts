import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const body = z.object({
  /** The place on the shelf that it came from. */
  partId: z.number().int(),
  name: z.string(),
  number: z.string(),
  bin: z.string(),
  quantity: z.number().int().positive(),
  /** Price of each, hundredths of the currency of the shop. */
  priceCents: z.number().nullable(),
});
export type PartFitted = z.infer<typeof body>;

/** Parts from stock used on this job, other than belts. */
export const partFitted = entryKind<PartFitted>({
  form: { what: 'this part', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: false,
  on: 'open',
  undoable: true,
  shelf: ({ partId, quantity }) => ({ partId, by: -quantity }),
  name: ({ quantity, name }) => `${quantity} × ${name}`,
  takenBack: ({ name, bin }) => `${name} is back in ${bin || 'its place'}.`,
});
