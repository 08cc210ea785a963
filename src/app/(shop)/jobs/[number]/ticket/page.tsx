import { notFound } from 'next/navigation';
import { database, drives, isUnreadable, jobs, type Job } from '@/db';
import { lastUsedBelt } from '@/features/jobs/last-used-belt';
import { PrintedTicket } from '@/features/jobs/printed-ticket';
import { currentShop, requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function TicketPage({ params }: PageProps<'/jobs/[number]/ticket'>) {
  const { shopId } = await requirePerson();
  const number = wholeNumber((await params).number);
  const db = database();
  const job = number === null ? null : await jobs.findJob(db, shopId, number);
  if (!job) notFound();
  const shown = await driveOf(shopId, job);
  const unreadable = shown && 'unreadable' in shown ? shown : null;
  return (
    <PrintedTicket
      job={job}
      shown={shown && !('unreadable' in shown) ? shown : null}
      unreadable={unreadable}
      shop={(await currentShop()).name}
    />
  );
}

/** The drive at the time of the last belt use. If that version was not stored, the current drive. */
async function driveOf(shopId: number, job: Job) {
  const db = database();
  const booked = lastUsedBelt(job);
  const kept = booked?.drive ? await drives.driveAt(db, shopId, booked.drive) : null;
  if (kept && booked?.drive) return isUnreadable(kept) ? kept : { drive: kept, beltId: booked.drive.beltId, asBooked: true };
  const stored = job.driveId === null ? null : await drives.findDrive(db, shopId, job.driveId);
  if (!stored || isUnreadable(stored)) return stored;
  return { drive: stored.document, beltId: job.beltId, asBooked: false };
}
