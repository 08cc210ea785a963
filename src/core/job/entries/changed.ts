import * as z from 'zod';
import { CHECKS, type CheckId } from '../../fault';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';
import { REPAIRED_PARTS, WORKS } from '../state/events';

const checks = CHECKS.map((c) => c.id) as [CheckId, ...CheckId[]];
const part = z.object({ id: z.string().min(1).max(60), label: z.string().min(1).max(200) });

const body = z.discriminatedUnion('change', [
  z.object({
    change: z.literal('adjusted'),
    adjuster: part,
    /** mm or degrees, as the drive file counts it. */
    to: z.number({ error: 'Enter the position of the adjuster.' }).min(-2000).max(2000),
    placeIn: z.enum(['length', 'angle']),
    /** Holes, links, or flats of each rod as counted by hand; '' if not counted. */
    turned: z.string().trim().max(200, 'The count of turns must be at most 200 characters.'),
  }),
  z.object({ change: z.literal('clamped') }),
  z.object({
    change: z.enum(WORKS),
    /** The check that found the fault, and the part it was made on. */
    found: z.object({ check: z.enum(checks), part: part.nullable() }).nullable(),
    on: z.enum(REPAIRED_PARTS).nullable(),
    /** How it was done, or a source such as that of oil; '' where nothing was noted. */
    note: z.string().trim().max(300, 'The note must be at most 300 characters.').default(''),
  }),
]);
export type Changed = z.infer<typeof body>;

/** A change of the machine: what was measured before it belongs to the condition before. */
export const changed = entryKind<Changed>({
  form: { what: 'this change', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  refuse: (change) =>
    'found' in change && change.found === null && change.on === null
      ? { field: 'on', problem: 'Choose the finding or part that was worked on.' }
      : null,
  undoable: true,
  name: (change) => ('adjuster' in change ? `${change.adjuster.label} adjusted` : change.change),
});
