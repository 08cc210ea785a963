import { customers, database } from '@/db';
import { CustomersScreen } from '@/features/customers/customers-screen';
import { requirePerson, rowsOf } from '@/server';
import { listQuery } from '@/server/params';

export const metadata = { title: 'Customers' };

export default async function CustomersPage({ searchParams }: PageProps<'/customers'>) {
  const { shopId } = await requirePerson();
  const asked = listQuery(await searchParams);
  return <CustomersScreen first={await customers.listCustomers(database(), shopId, rowsOf(asked))} asked={asked} />;
}
