import * as z from 'zod';
import { bySchema, storedObject } from '../../stored';
import { TENSION_METHODS } from '../../tension';
import { entryKind } from '../kind';

const name = z.string().min(1).max(200);
const above0 = z.number().positive().max(1e6);

const body = z.object({
  /** The belt it was read on, and in which state of the drive. */
  belt: name,
  state: name,
  method: z.enum(TENSION_METHODS),
  /** `from>to` of the span, or the spring or adjuster; and how it is called. */
  at: name,
  where: name,
  /** Hz, N, mm or degrees. */
  value: z.number().min(-2000).max(1e6),
  /** Deflection of a push, mm; null for other methods. */
  deflectionMm: above0.nullable(),
  /** Belts pushed; null for all. */
  belts: z.int().positive().max(100).nullable(),
  /** Unit of an adjuster position; null for other methods. */
  placeIn: z.enum(['length', 'angle']).nullable(),
  /** Belts that were off during the reading. Without a belt of a shared tensioner it is not a setting. */
  without: z.array(z.object({ id: name, label: name })).max(20),
  /** Static tension calculated at that time, and its standard deviation, N. */
  tensionN: z.number(),
  sdN: z.number().nonnegative(),
  /** Taken again with everything tight: clamps and tapers move what was set. */
  clamped: z.boolean(),
});
export type Reading = z.infer<typeof body>;

/** A tension reading by any method. */
export const reading = entryKind<Reading>({
  form: {
    what: 'this reading',
    version: 2,
    upgrades: { 1: (older) => ({ ...storedObject(older), placeIn: null, without: [] }) },
    check: bySchema(body),
  },
  fromDevice: true,
  on: 'open',
  refuse: ({ method, deflectionMm, value }) => {
    if (method === 'deflection' && deflectionMm === null) return { field: 'deflectionMm', problem: 'Enter the deflection of the span.' };
    // An adjuster position can be on either side of its drawn position.
    return method !== 'marks' && value <= 0 ? { field: 'value', problem: 'The reading must be above 0. Check the unit.' } : null;
  },
  undoable: true,
  name: ({ where }) => `reading at ${where}`,
});
