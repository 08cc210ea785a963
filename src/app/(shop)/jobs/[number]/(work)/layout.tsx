import { notFound } from 'next/navigation';
import { database, drives, jobs, machines } from '@/db';
import { JobScreen } from '@/features/jobs/job-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

/**
 * A job at any stage. It is a layout, since the router replaces a page with each address. The stage is in the address,
 * and typed text must survive a new reading of the page.
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
