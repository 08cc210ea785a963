import * as z from 'zod';
import { METER_UNITS } from '../../quantity';
import { bySchema, storedObject } from '../../stored';
import { WIDTH_METHODS } from '../../wear';
import { entryKind } from '../kind';

const mm = z
  .number({ error: 'Enter the width in mm.' })
  .positive('The width must be above 0 mm.')
  .max(200, 'Enter at most 200 mm. Check the unit.');
const meter = z.number({ error: 'Enter the meter.' }).min(0, 'The meter must be at least 0.').max(1e6);

const body = z.object({
  belt: z.object({ id: z.string().min(1).max(60), label: z.string().min(1).max(200) }),
  /** Meter now, and meter when this belt was fitted; the same for a new belt. */
  meter,
  fittedAt: meter,
  unit: z.enum(METER_UNITS),
  method: z.enum(WIDTH_METHODS),
  /** mm, the caliper's zero taken off. */
  widths: z.array(mm).min(1, 'Measure at least one rib.').max(40),
  /** Reading of the closed caliper, mm. */
  zeroMm: z.number().min(-5).max(5),
  minimumMm: mm,
  newMm: mm.nullable(),
  /** Day of the reading, if it differs from the day of the entry, as in an imported log. */
  on: z.iso.date().nullable(),
});
export type WidthWritten = z.infer<typeof body>;

/** A width of a variable drive's belt, with its method: methods differ by more than the wear between visits. */
export const width = entryKind<WidthWritten>({
  form: { what: 'this width', version: 2, upgrades: { 1: (older) => ({ ...storedObject(older), on: null }) }, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  refuse: ({ meter: shown, fittedAt, method, widths, minimumMm, newMm }) => {
    if (shown < fittedAt)
      return {
        field: 'meter',
        problem: 'The meter shows less than when the belt was fitted. If it was replaced, correct the meter at fitting.',
      };
    if (method === 'single' && widths.length > 1)
      return { field: 'widths', problem: 'You entered more than one rib. Choose “Several ribs”.' };
    if (method === 'rib-top' && widths.length < 2) return { field: 'widths', problem: 'Enter at least two ribs, or choose “One rib”.' };
    return newMm !== null && newMm <= minimumMm
      ? { field: 'newMm', problem: 'The new width must be greater than the minimum width.' }
      : null;
  },
  undoable: true,
  name: ({ belt }) => `width of ${belt.label}`,
});
