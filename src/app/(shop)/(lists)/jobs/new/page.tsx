import { database, drives, machines } from '@/db';
import { NewJobScreen } from '@/features/jobs/new-job-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export const metadata = { title: 'Open a job' };

export default async function NewJobPage({ searchParams }: PageProps<'/jobs/new'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await searchParams)['machine']);
  const db = database();
  const machine = id === null ? null : await machines.findMachine(db, shopId, id);
  const own = machine ? (await drives.drivesOf(db, shopId, machine.driveIds)).drives.map(drives.summaryOf) : [];
  return <NewJobScreen machine={machine && { id: machine.id, label: machine.name, detail: machine.customer }} own={own} />;
}
