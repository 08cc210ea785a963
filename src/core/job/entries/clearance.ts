import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

export const CLEARANCES = ['keeper', 'stop', 'latch-fall'] as const;

const body = z.object({
  /** Gap of a keeper or a belt stop to the belt, or how far the lever falls home by itself at its handle. */
  what: z.enum(CLEARANCES),
  /** The keeper or stop; null for the lever. */
  part: z.object({ id: z.string().min(1).max(60), label: z.string().min(1).max(200) }).nullable(),
  lever: z.enum(['engaged', 'released']),
  mm: z
    .number({ error: 'Enter what was measured.' })
    .min(0, 'A gap must be 0 or more.')
    .max(500, 'The gap must be at most 500 mm. Measure again.'),
  /** What it was held to, mm; null on a side that has no limit. */
  lowMm: z.number().nullable(),
  highMm: z.number().nullable(),
});
export type Clearance = z.infer<typeof body>;

export const isWithin = ({ mm, lowMm, highMm }: Clearance): boolean => (lowMm === null || mm >= lowMm) && (highMm === null || mm <= highMm);

/** A gap or a fall as measured, held against its limits. */
export const clearance = entryKind<Clearance>({
  form: { what: 'this gap', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ what, part }) => (what === 'latch-fall' ? 'fall of the lever' : `gap of ${part?.label ?? 'a keeper'}`),
});
