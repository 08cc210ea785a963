import * as z from 'zod';
import { MEASURED_PARTS } from '../../cvt';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const mm = z
  .number({ error: 'Enter the measurement.' })
  .min(0, 'A measurement must be at least 0.')
  .max(500, 'Enter at most 500 mm. Check the unit.');

const body = z.object({
  part: z.enum(MEASURED_PARTS),
  /** By numbered place, counted from 1; mm. */
  values: z.array(mm).min(1, 'Enter at least one measurement.').max(24),
  /** Limit from the manual, mm, with its page; null if not entered. */
  limitMm: mm.nullable(),
  page: z.string().trim().max(60),
});
export type CvtPartMeasured = z.infer<typeof body>;

/** Rollers, shoes, slides or springs of a variable drive, each measured at its numbered place. The last entry of each part counts. */
export const cvtPart = entryKind<CvtPartMeasured>({
  form: { what: 'these measures', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ part }) => `measures of ${part.replaceAll('-', ' ')}`,
});
