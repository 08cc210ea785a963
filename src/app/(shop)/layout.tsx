import type { ReactNode } from 'react';
import { Shell } from '@/features/shell/shell';
import { currentShop, requirePerson } from '@/server';

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const { id, name, role, preferences } = await requirePerson();
  const { name: shop, timeZone } = await currentShop();
  return (
    <Shell person={{ id, name, role, preferences }} shop={{ name: shop, timeZone }}>
      {children}
    </Shell>
  );
}
