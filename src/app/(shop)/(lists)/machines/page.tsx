import { database, machines } from '@/db';
import { MachinesScreen } from '@/features/machines/machines-screen';
import { requirePerson, rowsOf } from '@/server';
import { listAsked } from '@/server/params';

export const metadata = { title: 'Machines' };

export default async function MachinesPage({ searchParams }: PageProps<'/machines'>) {
  const { shopId } = await requirePerson();
  const asked = listAsked(await searchParams);
  return <MachinesScreen first={await machines.listMachines(database(), shopId, rowsOf(asked))} asked={asked} />;
}
