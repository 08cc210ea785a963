import { notFound } from 'next/navigation';
import { database, notebooks } from '@/db';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';
import { InBrowser } from '@/ui/in-browser';

/** A missing record is found before anything of the page is sent, so that the status is 404. */
export default async function NotebookLayout({ children, params }: LayoutProps<'/drives/measure/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  if (id === null || !(await notebooks.isNotebook(database().ofShop(shopId), id))) notFound();
  return <InBrowser>{children}</InBrowser>;
}
