import { notFound } from 'next/navigation';
import { database, jobs } from '@/db';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

/** What is not there is told before anything of the page is sent, so that the answer says so in its number, too. */
export default async function JobLayout({ children, params }: LayoutProps<'/jobs/[number]'>) {
  const { shopId } = await requirePerson();
  const number = wholeNumber((await params).number);
  if (number === null || !(await jobs.isJob(database(), shopId, number))) notFound();
  return children;
}
