'use server';

import { customers } from '@/db';
import { listInput, question, rowsOf } from '@/server';

export const listCustomers = question('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await customers.listCustomers(db, person.shopId, rowsOf(ask)),
}));
