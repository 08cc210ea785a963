import 'server-only';
import { customers, jobLists } from '@/db';
import { defineQuery, listInput, missing, recordId, rowsOf } from '@/server';

export const listCustomers = defineQuery('viewer', listInput, async ({ db }, ask) => ({
  ok: true,
  value: await customers.listCustomers(db, rowsOf(ask)),
}));

/** The latest jobs of a customer. */
const JOBS_SHOWN = 50;

/** Page of a customer. */
export const readCustomer = defineQuery('viewer', recordId, async ({ db }, { id }) => {
  const customer = await customers.findCustomer(db, id);
  if (!customer) return missing('This customer does not exist.');
  const [machines, jobs] = await Promise.all([customers.machinesOf(db, id), jobLists.jobsOfCustomer(db, id, { limit: JOBS_SHOWN })]);
  return { ok: true, value: { customer, machines, jobs: jobs.rows } };
});
