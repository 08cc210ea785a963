'use server';

import * as z from 'zod';
import { machines } from '@/db';
import { listInput, question, rowsOf } from '@/server';

export const listMachines = question('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await machines.listMachines(db, person.shopId, rowsOf(ask)),
}));

const typed = z.object({ find: z.string().max(200) });
/** What a field that looks something up offers at once. */
const CHOICES = 20;

export const chooseMachine = question('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await machines.listMachines(db, person.shopId, { find, limit: CHOICES, uncounted: true })).rows.map(({ id, name, customer }) => ({
    id,
    label: name,
    detail: customer,
  })),
}));

export const chooseCustomer = question('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await machines.findCustomers(db, person.shopId, { find, limit: CHOICES, uncounted: true })).map((label, id) => ({ id, label })),
}));
