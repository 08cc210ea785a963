import { notFound } from 'next/navigation';
import { database, machines } from '@/db';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

/** What is not there is told before anything of the page is sent, so that the answer says so in its number, too. */
export default async function MachineLayout({ children, params }: LayoutProps<'/machines/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  if (id === null || !(await machines.isMachine(database(), shopId, id))) notFound();
  return children;
}
