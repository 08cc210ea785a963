import { database, people } from '@/db';
import { ShopScreen } from '@/features/shop/shop-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Shop' };

export default async function ShopPage() {
  const { id, name, email, role, preferences, shopId } = await requirePerson();
  return (
    <ShopScreen
      me={{ id, name, email, role, preferences }}
      people={role === 'owner' ? await people.listPeople(database(), shopId) : null}
    />
  );
}
