import { notFound } from 'next/navigation';
import { database, notebooks } from '@/db';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';
import { InBrowser } from '@/ui/in-browser';

/** What is not there is told before anything of the page is sent, so that the answer says so in its number, too. */
export default async function NotebookLayout({ children, params }: LayoutProps<'/drives/measure/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  if (id === null || !(await notebooks.isNotebook(database(), shopId, id))) notFound();
  return <InBrowser>{children}</InBrowser>;
}
