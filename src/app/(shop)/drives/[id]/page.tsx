import { notFound } from 'next/navigation';
import { database, documents, drives, isUnreadable, jobLists, notebooks, shelf, stacks, trials } from '@/db';
import { packShelf } from '@/features/shelf/packed';
import { AskScreen } from '@/features/drives/ask-screen';
import { UnreadablePage } from '@/ui/unreadable';
import { currentShop, requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function DrivePage({ params }: PageProps<'/drives/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const db = database();
  const stored = id === null ? null : await drives.findDrive(db, shopId, id);
  if (!stored) notFound();
  if (isUnreadable(stored)) return <UnreadablePage row={stored} />;
  const [belts, open, notebook, boltUps, papers, tried, shop] = await Promise.all([
    shelf.listShelf(db, shopId),
    jobLists.openJobs(db, shopId, { limit: 1, uncounted: true }),
    notebooks.notebookOfDrive(db, shopId, stored.id),
    stacks.stacksOf(db, shopId, stored.id),
    documents.documentsOf(db, shopId, { driveIds: [stored.id] }),
    trials.trialsOf(db, shopId, stored.id),
    currentShop(),
  ]);
  return (
    <AskScreen
      key={stored.version}
      stored={stored}
      shelf={packShelf(belts)}
      anyJob={open.total > 0}
      notebook={notebook}
      stacks={boltUps}
      papers={papers}
      trials={tried}
      limits={shop.limits.belt}
    />
  );
}
