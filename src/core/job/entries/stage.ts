import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';
import { needsReason, STAGE_STATES } from '../stages';

const body = z.object({ state: z.enum(STAGE_STATES), why: z.string().trim().max(500, 'The reason is longer than 500 characters.') });

/** A stage moved on, skipped, held or taken up again. */
export const stage = entryKind<z.infer<typeof body>>({
  form: { what: 'this move', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  refuse: ({ state, why }) =>
    needsReason(state) && why === '' ? { field: 'why', problem: 'Enter the reason. It is shown on the ticket.' } : null,
  undoable: true,
  name: ({ state }) => state,
});
