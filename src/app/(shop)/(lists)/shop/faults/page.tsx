import { FaultBase } from '@/features/trace/base-screen';
import { readShopBase } from '@/server/queries/trace';
import { firstAnswer } from '@/server';

export const metadata = { title: 'Causes of belt trouble' };

export default async function FaultsPage() {
  return <FaultBase input={{}} first={await firstAnswer(readShopBase, {})} />;
}
