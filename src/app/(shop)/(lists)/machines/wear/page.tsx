import { Fleet } from '@/features/wear/fleet-screen';
import { readFleet } from '@/server/queries/wear';
import { firstAnswer } from '@/server';

export const metadata = { title: 'CVT belt wear' };

export default async function WearPage() {
  return <Fleet input={{}} first={await firstAnswer(readFleet, {})} />;
}
