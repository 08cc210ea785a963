import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const body = z.object({
  documentId: z.number().int(),
  /** Caption. */
  shows: z.string(),
  /** The finding or step it belongs to (`finding CHECK PART`, `step ID`); '' for the stage as a whole. */
  about: z.string(),
});
export type Picture = z.infer<typeof body>;

/** A picture taken at a stage. */
export const picture = entryKind<Picture>({
  form: { what: 'this picture', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: false,
  on: 'open',
  undoable: true,
  name: ({ shows }) => shows,
  takenBack: () => 'Picture taken off the ticket.',
});
