import * as z from 'zod';
import { MEASURED_PARTS } from '../../cvt';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const mm = z.number({ error: 'Give the measure.' }).min(0, 'A measure is not below 0.').max(500, 'No part of these is so large.');

const body = z.object({
  part: z.enum(MEASURED_PARTS),
  /** By numbered place, counted from 1; mm. */
  values: z.array(mm).min(1, 'Measure one at least.').max(24),
  /** The manual's limit, mm, with its page; null where it was not looked up. */
  limitMm: mm.nullable(),
  page: z.string().trim().max(60),
});
export type CvtPartMeasured = z.infer<typeof body>;

/** Rollers, shoes, slides or springs of a variable drive, each measured at its numbered place. The last of each part stands. */
export const cvtPart = entryKind<CvtPartMeasured>({
  form: { what: 'these measures', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ part }) => `measures of ${part.replaceAll('-', ' ')}`,
});
