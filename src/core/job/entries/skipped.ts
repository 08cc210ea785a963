import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const body = z.object({
  /** The line of the run list, by its id, and as it was read. */
  line: z.string().min(1).max(200),
  words: z.string().trim().min(1).max(500),
  why: z
    .string({ error: 'Enter the reason. It is shown until the hand-back.' })
    .trim()
    .min(1, 'Enter the reason. It is shown until the hand-back.')
    .max(500, 'The reason is longer than 500 characters.'),
});
export type Skipped = z.infer<typeof body>;

/** A line of the run list that was skipped, with its reason. Striking it out opens the line again. */
export const skipped = entryKind<Skipped>({
  form: { what: 'this skipped line', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ words }) => `skipped: ${words}`,
});
