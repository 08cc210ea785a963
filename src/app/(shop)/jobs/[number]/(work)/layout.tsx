import { notFound } from 'next/navigation';
import { database, drives, jobs, machines } from '@/db';
import { JobScreen } from '@/features/jobs/job-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

/**
 * A job at any of its stages. It is a layout, since a page is put up anew with each address: the stage stands in the address, and what is being typed
 * at it must outlive that the page is read again.
 */
export default async function JobLayout({ children, params }: LayoutProps<'/jobs/[number]'>) {
  const { shopId } = await requirePerson();
  const number = wholeNumber((await params).number);
  const db = database();
  const job = number === null ? null : await jobs.findJob(db, shopId, number);
  if (!job) notFound();
  const machine = await machines.findMachine(db, shopId, job.machineId);
  const own = await drives.drivesOf(db, shopId, [...(machine?.driveIds ?? []), ...(job.driveId === null ? [] : [job.driveId])]);
  return (
    <>
      <JobScreen key={job.number} job={job} drives={own.drives} unreadable={own.unreadable} />
      {children}
    </>
  );
}
