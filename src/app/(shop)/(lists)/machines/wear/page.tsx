import { database, parts, readings } from '@/db';
import { FleetScreen } from '@/features/wear/fleet-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'CVT belt wear' };

export default async function WearPage() {
  const { shopId } = await requirePerson();
  const [belts, spares] = await Promise.all([readings.widthsOfShop(database(), shopId), parts.spareBelts(database(), shopId)]);
  return <FleetScreen belts={belts} spares={spares} />;
}
