import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { customers, jobLists } from '@/db';
import { defineQuery, missing, rowsOf } from '@/server';

export const listCustomers = defineQuery(QUERY_CONTRACTS['customers.list'], async ({ db }, ask) => ({
  ok: true,
  value: await customers.listCustomers(db, rowsOf(ask)),
}));

/** The latest jobs of a customer. */
const JOBS_SHOWN = 50;

/** Page of a customer. */
export const readCustomer = defineQuery(QUERY_CONTRACTS['customer.read'], async ({ db }, { id }) => {
  const customer = await customers.findCustomer(db, id);
  if (!customer) return missing('This customer does not exist.');
  const [machines, jobs] = await Promise.all([customers.machinesOf(db, id), jobLists.jobsOfCustomer(db, id, { limit: JOBS_SHOWN })]);
  return { ok: true, value: { customer, machines, jobs: jobs.rows } };
});
