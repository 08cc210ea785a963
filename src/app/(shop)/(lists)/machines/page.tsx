import { database, machines } from '@/db';
import { MachinesScreen } from '@/features/machines/machines-screen';
import { requirePerson, rowsOf } from '@/server';
import { listQuery } from '@/server/params';

export const metadata = { title: 'Machines' };

export default async function MachinesPage({ searchParams }: PageProps<'/machines'>) {
  const { shopId } = await requirePerson();
  const asked = listQuery(await searchParams);
  return <MachinesScreen first={await machines.listMachines(database(), shopId, rowsOf(asked))} asked={asked} />;
}
