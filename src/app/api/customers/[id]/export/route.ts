import { customers, database, history, jobLists, machines, meters } from '@/db';
import { customerFile } from '@/formats/customer-file';
import { currentPerson, hasRole } from '@/server';
import { wholeNumber } from '@/server/params';

/** Jobs of a machine that are read together. */
const MOST_JOBS = 10_000;

/** Everything that the shop stores about a customer, as one file. Only an owner gets it. */
export async function GET(_request: Request, { params }: RouteContext<'/api/customers/[id]/export'>): Promise<Response> {
  const person = await currentPerson();
  if (!person) return new Response('Sign in first.', { status: 401 });
  if (!hasRole(person.role, 'owner')) return new Response('Only an owner can export a customer.', { status: 403 });
  const db = database().ofShop(person.shopId);
  const id = wholeNumber((await params).id);
  const customer = id === null ? null : await customers.findCustomer(db, id);
  if (!customer) return new Response('There is no such customer.', { status: 404 });
  const own = [];
  for (const { id: machineId } of await customers.machinesOf(db, customer.id)) {
    const machine = await machines.findMachine(db, machineId);
    if (!machine) continue;
    const jobs = await jobLists.jobsOfMachine(db, machineId, { limit: MOST_JOBS, uncounted: true });
    own.push({ machine, meter: await meters.meterLog(db, machineId), jobs: jobs.rows, history: await history.historyOf(db, machine) });
  }
  return new Response(customerFile(customer, own, new Date()), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${customer.name}.json`)}`,
      'cache-control': 'private, no-store',
    },
  });
}
