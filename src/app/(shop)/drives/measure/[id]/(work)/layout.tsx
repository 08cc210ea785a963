import { notFound } from 'next/navigation';
import { database, isUnreadable, notebooks } from '@/db';
import { NotebookScreen } from '@/features/survey/notebook-screen';
import { UnreadablePage } from '@/ui/unreadable';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export const metadata = { title: 'A drive being measured' };

/** A notebook at any of its steps; a layout, so that what is being typed outlives a change of the step in the address. */
export default async function NotebookLayout({ children, params }: LayoutProps<'/drives/measure/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const stored = id === null ? null : await notebooks.findNotebook(database(), shopId, id);
  if (!stored) notFound();
  return (
    <>
      {isUnreadable(stored) ? <UnreadablePage row={stored} /> : <NotebookScreen key={stored.id} stored={stored} />}
      {children}
    </>
  );
}
