import { database, drives, machines } from '@/db';
import { NewJobScreen } from '@/features/jobs/new-job-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export const metadata = { title: 'Open a job' };

export default async function NewJobPage({ searchParams }: PageProps<'/jobs/new'>) {
  const { shopId } = await requirePerson();
  const { machine } = await searchParams;
  const db = database();
  return (
    <NewJobScreen
      machines={await machines.listMachines(db, shopId)}
      drives={await drives.listDrives(db, shopId)}
      machineId={wholeNumber(machine)}
    />
  );
}
