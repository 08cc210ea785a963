import { notFound } from 'next/navigation';
import { database, drives, jobs, machines, shelf, STAGES, type Stage } from '@/db';
import { packShelf } from '@/features/shelf/packed';
import { JobScreen } from '@/features/jobs/job-screen';
import { nextStage } from '@/features/jobs/stages';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function JobPage({ params, searchParams }: PageProps<'/jobs/[number]'>) {
  const { shopId } = await requirePerson();
  const number = wholeNumber((await params).number);
  const db = database();
  const job = number === null ? null : await jobs.findJob(db, shopId, number);
  if (!job) notFound();
  const { stage } = await searchParams;
  const at: Stage = STAGES.find((s) => s === stage) ?? nextStage(job.stages) ?? 'book';
  const [machine, belts] = await Promise.all([
    machines.findMachine(db, shopId, job.machineId),
    at === 'match' ? shelf.listShelf(db, shopId) : null,
  ]);
  const own = await drives.drivesOf(db, shopId, [...(machine?.driveIds ?? []), ...(job.driveId === null ? [] : [job.driveId])]);
  const stored = own.find((d) => d.id === job.driveId);
  const choices = own.map(drives.summaryOf).map(({ id, name, belts }) => ({ id, name, belts }));
  return (
    <JobScreen
      key={job.number}
      job={job}
      stage={at}
      drive={stored?.document ?? null}
      uncertainty={stored?.uncertainty ?? null}
      shelf={belts && packShelf(belts)}
      choices={choices}
    />
  );
}
