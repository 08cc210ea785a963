import type { Metadata } from 'next';
import { customers, database } from '@/db';
import { CustomerPage } from '@/features/customers/customer-screen';
import { readCustomer } from '@/server/queries/customers';
import { firstAnswer, requirePerson } from '@/server';
import { idOf } from '@/server/params';
import { InBrowser } from '@/ui/in-browser';

type Props = PageProps<'/customers/[id]'>;

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { shopId } = await requirePerson();
  const input = await idOf(params);
  const customer = input && (await customers.findCustomer(database().ofShop(shopId), input.id));
  return customer ? { title: customer.name } : {};
}

export default async function Page({ params }: Props) {
  const input = await idOf(params);
  const first = await firstAnswer(readCustomer, input);
  return (
    <InBrowser>
      <CustomerPage input={{ id: first.customer.id }} first={first} />
    </InBrowser>
  );
}
