import 'server-only';
import { customers } from '@/db';
import { defineQuery, listInput, rowsOf } from '@/server';

export const listCustomers = defineQuery('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await customers.listCustomers(db, person.shopId, rowsOf(ask)),
}));
