import 'server-only';
import * as z from 'zod';
import { machines } from '@/db';
import { defineQuery, listInput, rowsOf } from '@/server';

export const listMachines = defineQuery('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await machines.listMachines(db, person.shopId, rowsOf(ask)),
}));

const typed = z.object({ find: z.string().max(200) });
/** First suggestions of a lookup field. */
const CHOICES = 20;

export const chooseMachine = defineQuery('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await machines.listMachines(db, person.shopId, { find, limit: CHOICES, uncounted: true })).rows.map(({ id, name, customer }) => ({
    id,
    label: name,
    detail: customer,
  })),
}));

export const chooseCustomer = defineQuery('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await machines.findCustomers(db, person.shopId, { find, limit: CHOICES, uncounted: true })).map((label, id) => ({ id, label })),
}));
