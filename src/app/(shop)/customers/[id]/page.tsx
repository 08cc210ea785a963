import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { customers, database, jobLists } from '@/db';
import { CustomerScreen } from '@/features/customers/customer-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';
import { InBrowser } from '@/ui/in-browser';

/** The latest jobs of a customer. */
const JOBS_SHOWN = 50;

type Props = PageProps<'/customers/[id]'>;

async function customerAsked({ params }: Pick<Props, 'params'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  return { shopId, customer: id === null ? null : await customers.findCustomer(database(), shopId, id) };
}

export async function generateMetadata(props: Props): Promise<Metadata> {
  const { customer } = await customerAsked(props);
  return customer ? { title: customer.name } : {};
}

export default async function CustomerPage(props: Props) {
  const { shopId, customer } = await customerAsked(props);
  if (!customer) notFound();
  const [machines, jobs] = await Promise.all([
    customers.machinesOf(database(), shopId, customer.id),
    jobLists.jobsOfCustomer(database(), shopId, customer.id, { limit: JOBS_SHOWN }),
  ]);
  return (
    <InBrowser>
      <CustomerScreen customer={customer} machines={machines} jobs={jobs.rows} />
    </InBrowser>
  );
}
