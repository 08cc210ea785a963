import { notFound } from 'next/navigation';
import { waitsFor } from '@/core/job';
import { database, drives, jobs, machines, shelf } from '@/db';
import { packShelf } from '@/features/shelf/packed';
import { JobScreen } from '@/features/jobs/job-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function JobPage({ params, searchParams }: PageProps<'/jobs/[number]'>) {
  const { shopId } = await requirePerson();
  const number = wholeNumber((await params).number);
  const db = database();
  const job = number === null ? null : await jobs.findJob(db, shopId, number);
  if (!job) notFound();
  const at = (await searchParams)['stage'] ?? waitsFor(job.stages);
  const [machine, belts] = await Promise.all([
    machines.findMachine(db, shopId, job.machineId),
    at === 'match' ? shelf.listShelf(db, shopId) : null,
  ]);
  const own = await drives.drivesOf(db, shopId, [...(machine?.driveIds ?? []), ...(job.driveId === null ? [] : [job.driveId])]);
  return <JobScreen key={job.number} job={job} drives={own.drives} unreadable={own.unreadable} shelf={belts && packShelf(belts)} />;
}
