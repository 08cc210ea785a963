import * as z from 'zod';
import { METER_UNITS } from '../../quantity';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

/** Cover of a warranty: breakage, wear, or both. Claims treat them separately. */
export const WARRANTY_COVERS = ['breakage', 'wear', 'both'] as const;

const body = z.object({
  belt: z.object({ id: z.string().min(1).max(60), label: z.string().min(1).max(200) }),
  covers: z.enum(WARRANTY_COVERS),
  /** Last day and meter limit; null if not stated. */
  until: z.iso.date().nullable(),
  atMost: z.number().positive('The limit must be above 0.').max(1e6).nullable(),
  unit: z.enum(METER_UNITS),
  /** The owner's paper, in his words. */
  words: z.string().trim().max(500, 'The note is longer than 500 characters.'),
  /** Water or mud was found in the housing, which often ends it. */
  wetInside: z.boolean(),
});
export type WarrantyWritten = z.infer<typeof body>;

/** Warranty of a belt: dates and limits that the owner states. The last entry counts. */
export const warranty = entryKind<WarrantyWritten>({
  form: { what: 'this warranty', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  refuse: ({ until, atMost, words }) =>
    until === null && atMost === null && words === ''
      ? { field: 'words', problem: 'Enter a day, a meter limit, or the warranty’s words.' }
      : null,
  undoable: true,
  name: ({ belt }) => `warranty of ${belt.label}`,
});
