import type { ReactNode } from 'react';
import { database, people } from '@/db';
import { Shell } from '@/features/shell/shell';
import { requirePerson } from '@/server';

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const { id, name, role, preferences, shopId } = await requirePerson();
  const { name: shop, timeZone } = await people.shopOf(database(), shopId);
  return (
    <Shell person={{ id, name, role, preferences }} shop={{ name: shop, timeZone }}>
      {children}
    </Shell>
  );
}
