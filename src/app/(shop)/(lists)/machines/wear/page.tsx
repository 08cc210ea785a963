import { database, readings } from '@/db';
import { FleetScreen } from '@/features/wear/fleet-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Belts that wear' };

export default async function WearPage() {
  const { shopId } = await requirePerson();
  return <FleetScreen belts={await readings.widthsOfShop(database(), shopId)} />;
}
