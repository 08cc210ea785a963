import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

export const CLEARANCES = ['keeper', 'stop', 'latch-fall'] as const;

const body = z.object({
  /** Gap of a keeper or a belt stop to the belt, or distance that the lever handle falls by itself. */
  what: z.enum(CLEARANCES),
  /** The keeper or stop; null for the lever. */
  part: z.object({ id: z.string().min(1).max(60), label: z.string().min(1).max(200) }).nullable(),
  lever: z.enum(['engaged', 'released']),
  mm: z
    .number({ error: 'Enter the measured gap.' })
    .min(0, 'A gap must be 0 or more.')
    .max(500, 'The gap must be at most 500 mm. Measure again.'),
  /** Limit, mm; null on a side without a limit. */
  lowMm: z.number().nullable(),
  highMm: z.number().nullable(),
});
export type Clearance = z.infer<typeof body>;

export const isWithin = ({ mm, lowMm, highMm }: Clearance): boolean => (lowMm === null || mm >= lowMm) && (highMm === null || mm <= highMm);

/** A measured gap or fall, compared with its limits. */
export const clearance = entryKind<Clearance>({
  form: { what: 'this gap', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ what, part }) => (what === 'latch-fall' ? 'fall of the lever' : `gap of ${part?.label ?? 'a keeper'}`),
});
