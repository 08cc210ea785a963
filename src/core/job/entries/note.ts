import * as z from 'zod';
import { bySchema } from '../../stored';
import { truncate } from '../truncate';
import { entryKind } from '../kind';

const body = z.object({
  text: z.string().trim().min(1, 'Enter the note.').max(4000, 'The note must be at most 4000 characters. Shorten it, or split it in two.'),
});

/** A note at a stage. */
export const note = entryKind<z.infer<typeof body>>({
  form: { what: 'this note', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ text }) => truncate(text, 40),
  takenBack: () => 'Note struck out.',
});
