import { notFound } from 'next/navigation';
import { database, drives, jobs, people } from '@/db';
import { PrintedTicket } from '@/features/jobs/printed-ticket';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function TicketPage({ params }: PageProps<'/jobs/[number]/ticket'>) {
  const { shopId } = await requirePerson();
  const number = wholeNumber((await params).number);
  const db = database();
  const job = number === null ? null : await jobs.findJob(db, shopId, number);
  if (!job) notFound();
  const stored = job.driveId === null ? null : await drives.findDrive(db, shopId, job.driveId);
  return <PrintedTicket job={job} drive={stored?.document ?? null} shop={(await people.shopOf(db, shopId)).name} />;
}
