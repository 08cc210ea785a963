import { database, people } from '@/db';
import { ShopScreen } from '@/features/shop/shop-screen';
import { currentShop, requirePerson } from '@/server';

export const metadata = { title: 'Settings' };

export default async function ShopPage() {
  const { id, name, email, role, shopId } = await requirePerson();
  const owner = role === 'owner';
  const db = database();
  return (
    <ShopScreen
      me={{ id, name, email }}
      shop={owner ? await currentShop() : null}
      people={owner ? await people.listPeople(db, shopId) : null}
    />
  );
}
