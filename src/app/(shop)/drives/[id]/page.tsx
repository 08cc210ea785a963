import { notFound } from 'next/navigation';
import { database, drives, jobs, notebooks, shelf } from '@/db';
import { packShelf } from '@/features/shelf/packed';
import { AskScreen } from '@/features/drives/ask-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function DrivePage({ params }: PageProps<'/drives/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const db = database();
  const stored = id === null ? null : await drives.findDrive(db, shopId, id);
  if (!stored) notFound();
  const [belts, open, notebook] = await Promise.all([
    shelf.listShelf(db, shopId),
    jobs.openJobs(db, shopId, { limit: 1, uncounted: true }),
    notebooks.notebookOfDrive(db, shopId, stored.id),
  ]);
  return <AskScreen key={stored.version} stored={stored} shelf={packShelf(belts)} anyJob={open.total > 0} notebook={notebook} />;
}
