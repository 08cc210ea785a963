import { Fleet } from '@/features/wear/fleet-screen';
import { readFleet } from '@/features/wear/queries';
import { firstAnswer } from '@/server';

export const metadata = { title: 'CVT belt wear' };

export default async function WearPage() {
  return <Fleet input={{}} first={await firstAnswer(readFleet, {})} />;
}
