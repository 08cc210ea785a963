import { database, faults } from '@/db';
import { BaseScreen } from '@/features/trace/base-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Causes of belt trouble' };

export default async function FaultsPage() {
  const { shopId } = await requirePerson();
  return <BaseScreen confirmed={await faults.confirmedCauses(database(), shopId)} />;
}
