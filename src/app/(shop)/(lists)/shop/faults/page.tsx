import { FaultBase } from '@/features/trace/base-screen';
import { readShopBase } from '@/features/trace/queries';
import { firstAnswer } from '@/server';

export const metadata = { title: 'Causes of belt trouble' };

export default async function FaultsPage() {
  return <FaultBase input={{}} first={await firstAnswer(readShopBase, {})} />;
}
