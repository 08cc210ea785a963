'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';
import { METER_UNITS } from '@/core/quantity';
import { machines } from '@/db';
import { action, listInput, rowsOf } from '@/server';

const short = (what: string) => z.string().trim().max(120, `${what} is longer than 120 characters.`);
const fields = z.object({
  name: short('The name').min(1, 'Give the machine a name.'),
  maker: short('The maker'),
  model: short('The model'),
  serial: short('The serial number'),
  customer: short('The customer'),
  meter: z.number().min(0, 'The meter cannot be below 0.').max(1e6, 'That is more than a machine’s meter can show.').nullable(),
  meterUnit: z.enum(METER_UNITS),
  notes: z.string().trim().max(4000, 'The notes are longer than 4000 characters.'),
  driveIds: z.array(z.number().int()).max(20),
});

export const saveMachine = action(
  'technician',
  z.object({ fields, existing: z.object({ id: z.number().int(), version: z.number().int() }).optional() }),
  async ({ db, person }, input) => {
    const result = await machines.saveMachine(db, person.shopId, input.fields, input.existing);
    if (result.ok) revalidatePath('/machines', 'layout');
    return result;
  },
);

export const listMachines = action('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await machines.listMachines(db, person.shopId, rowsOf(ask)),
}));

const typed = z.object({ find: z.string().max(200) });
/** What a field that looks something up offers at once. */
const CHOICES = 20;

export const chooseMachine = action('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await machines.listMachines(db, person.shopId, { find, limit: CHOICES, uncounted: true })).rows.map(({ id, name, customer }) => ({
    id,
    label: name,
    detail: customer,
  })),
}));

export const chooseCustomer = action('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await machines.findCustomers(db, person.shopId, { find, limit: CHOICES, uncounted: true })).map((label, id) => ({ id, label })),
}));
