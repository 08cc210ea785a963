import type { ReactNode } from 'react';
import { readShell } from '@/server/queries/shell';
import { Shell } from '@/features/shell/shell';
import { firstAnswer } from '@/server';

export default async function ShopLayout({ children }: { children: ReactNode }) {
  return <Shell first={await firstAnswer(readShell, {})}>{children}</Shell>;
}
