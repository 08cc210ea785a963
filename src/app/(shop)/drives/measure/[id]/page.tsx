import { notFound } from 'next/navigation';
import { database, isUnreadable, notebooks } from '@/db';
import { NotebookScreen } from '@/features/survey/notebook-screen';
import { UnreadablePage } from '@/ui/unreadable';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export const metadata = { title: 'A drive being measured' };

export default async function NotebookPage({ params }: PageProps<'/drives/measure/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const stored = id === null ? null : await notebooks.findNotebook(database(), shopId, id);
  if (!stored) notFound();
  if (isUnreadable(stored)) return <UnreadablePage row={stored} />;
  return <NotebookScreen key={stored.id} stored={stored} />;
}
