import { MachinesScreen } from '@/features/machines/machines-screen';
import { listMachines } from '@/server/queries/machines';
import { firstAnswer } from '@/server';
import { listQuery } from '@/server/params';

export const metadata = { title: 'Machines' };

export default async function MachinesPage({ searchParams }: PageProps<'/machines'>) {
  const asked = listQuery(await searchParams);
  return <MachinesScreen first={await firstAnswer(listMachines, asked)} asked={asked} />;
}
