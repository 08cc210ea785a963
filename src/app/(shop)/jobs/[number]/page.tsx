import { notFound } from 'next/navigation';
import { database, drives, jobs, machines, shelf, STAGES, type Stage } from '@/db';
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
  const machine = await machines.findMachine(db, shopId, job.machineId);
  const stored = job.driveId === null ? null : await drives.findDrive(db, shopId, job.driveId);
  const choices = (await drives.listDrives(db, shopId))
    .filter((d) => machine?.driveIds.includes(d.id) || d.id === job.driveId)
    .map(({ id, name, belts }) => ({ id, name, belts }));
  return (
    <JobScreen
      key={job.number}
      job={job}
      stage={at}
      drive={stored?.document ?? null}
      uncertainty={stored?.uncertainty ?? null}
      shelf={await shelf.listShelf(db, shopId)}
      choices={choices}
    />
  );
}
