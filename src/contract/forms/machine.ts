import * as z from 'zod';
import { METER_UNITS } from '@/core/quantity';

const short = (what: string) => z.string().trim().max(120, `${what} is longer than 120 characters.`);

export const meterValue = z
  .number({ error: 'Enter the meter.' })
  .min(0, 'The meter cannot be below 0.')
  .max(1e6, 'Enter at most 1,000,000. Check the reading.');

/** Stored fields of a machine. */
export const machineForm = z.object({
  name: short('The name').min(1, 'Enter the machine’s name.'),
  maker: short('The maker'),
  model: short('The model'),
  serial: short('The serial number'),
  customer: short('The customer'),
  meter: meterValue.nullable(),
  meterUnit: z.enum(METER_UNITS),
  notes: z.string().trim().max(4000, 'The notes are longer than 4000 characters.'),
  driveIds: z.array(z.number().int()).max(20),
});
