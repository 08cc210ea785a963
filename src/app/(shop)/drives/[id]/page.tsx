import { notFound } from 'next/navigation';
import { database, drives, jobs, notebooks, shelf } from '@/db';
import { AskScreen } from '@/features/drives/ask-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function DrivePage({ params }: PageProps<'/drives/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const db = database();
  const stored = id === null ? null : await drives.findDrive(db, shopId, id);
  if (!stored) notFound();
  const open = (await jobs.listJobs(db, shopId))
    .filter((j) => j.status === 'open')
    .map(({ number, title, machine }) => ({ number, title, machine }));
  return (
    <AskScreen
      key={stored.version}
      stored={stored}
      shelf={await shelf.listShelf(db, shopId)}
      jobs={open}
      notebook={await notebooks.notebookOfDrive(db, shopId, stored.id)}
    />
  );
}
