import { CustomersScreen } from '@/features/customers/customers-screen';
import { listCustomers } from '@/server/queries/customers';
import { firstAnswer } from '@/server';
import { listQuery } from '@/server/params';

export const metadata = { title: 'Customers' };

export default async function CustomersPage({ searchParams }: PageProps<'/customers'>) {
  const asked = listQuery(await searchParams);
  return <CustomersScreen first={await firstAnswer(listCustomers, asked)} asked={asked} />;
}
