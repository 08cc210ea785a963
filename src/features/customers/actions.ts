'use server';

import { customers } from '@/db';
import { listInput, query, rowsOf } from '@/server';

export const listCustomers = query('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await customers.listCustomers(db, person.shopId, rowsOf(ask)),
}));
