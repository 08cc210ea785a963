import * as z from 'zod';
import { factOf, factSchema, isFact, type FactId } from '../../core/machine';
import { METER_UNITS } from '../../core/quantity';
import { command } from '../declare';
import { customerForm } from '../forms/customer';
import { machineForm, meterValue } from '../forms/machine';
import { paperData, paperName } from '../forms/paper';
import type { Customer, Machine } from '../records';
import { id, place } from './places';

export const machineCommands = {
  'customer.save': command<Customer, Customer>()('technician', z.object({ fields: customerForm, existing: place.optional() })),
  /** Erases a customer with their name in the texts of their jobs. It cannot be undone. */
  'customer.erase': command<{ readonly machines: number }, Customer>()('owner', place),
  'machine.save': command<Machine, Machine>()('technician', z.object({ fields: machineForm, existing: place.optional() })),
  'meter.read': command<{ readonly id: number }>()('technician', z.object({ machineId: id, value: meterValue, unit: z.enum(METER_UNITS) })),
  /** A fact of a machine or of its drive. Null deletes it. */
  'fact.set': command<null>()(
    'technician',
    z
      .object({
        subject: z.union([z.object({ machineId: id }), z.object({ driveId: id })]),
        fact: z.custom<FactId>((name) => typeof name === 'string' && isFact(name), 'This fact is unknown. Reload the page.'),
        value: z.unknown(),
      })
      .transform(({ subject, fact, value }, context) => {
        if (value === null) return { subject, fact, value };
        const read = factSchema(factOf(fact)).safeParse(value);
        if (read.success) return { subject, fact, value: read.data };
        context.addIssue({ code: 'custom', message: read.error.issues[0]?.message ?? 'This answer is not valid.', path: ['value'] });
        return z.NEVER;
      }),
  ),
  /** Attaches a PDF, a picture or a recording to a machine, a drive or one pulley of a drive. */
  'document.add': command<{ readonly id: number }>()(
    'technician',
    z.object({
      of: z.union([z.object({ machineId: id }), z.object({ driveId: id, station: z.string().max(60) })]),
      name: paperName,
      data: paperData,
    }),
  ),
  'document.remove': command<null>()('technician', z.object({ id })),
} as const;
