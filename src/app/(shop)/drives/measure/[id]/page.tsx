import { notFound } from 'next/navigation';
import { database, notebooks } from '@/db';
import { NotebookScreen } from '@/features/survey/notebook-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export const metadata = { title: 'A drive being measured' };

export default async function NotebookPage({ params }: PageProps<'/drives/measure/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const stored = id === null ? null : await notebooks.findNotebook(database(), shopId, id);
  if (!stored) notFound();
  return <NotebookScreen key={stored.id} stored={stored} />;
}
