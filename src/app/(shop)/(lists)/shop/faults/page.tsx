import { database, faults } from '@/db';
import { BaseScreen } from '@/features/trace/base-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Causes of belt trouble' };

export default async function FaultsPage() {
  const { shopId, role } = await requirePerson();
  const db = database();
  const [confirmed, corrections] = await Promise.all([faults.confirmedCauses(db, shopId), faults.correctionsOf(db, shopId)]);
  return <BaseScreen confirmed={confirmed} corrections={corrections} mayCorrect={role === 'owner'} />;
}
