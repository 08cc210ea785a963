import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { drives, followUps, isUnreadable, jobLists, jobs, machines, people, type ShopDatabase } from '@/db';
import { defineQuery, missing, rowsOf } from '@/server';
import { lastUsedBelt } from '@/services/last-used-belt';
import { noSuchJob } from '@/contract/messages';
import type { Job } from '@/contract/records';

/** Number of open jobs on the page. */
const OPEN_SHOWN = 200;

/** Open jobs, and the number of follow-ups that are due. */
export const readOpenJobs = defineQuery(QUERY_CONTRACTS['jobs.open'], async ({ db, now }) => {
  const [open, due] = await Promise.all([jobLists.openJobs(db, { limit: OPEN_SHOWN }), followUps.countDue(db, now)]);
  return { ok: true, value: { open, due } };
});

export const listClosedJobs = defineQuery(QUERY_CONTRACTS['jobs.closed'], async ({ db }, ask) => ({
  ok: true,
  value: await jobLists.closedJobs(db, rowsOf(ask)),
}));

/** Current state of a job. */
export const readJob = defineQuery(QUERY_CONTRACTS['job.read'], async ({ db }, { number }) => {
  const job = await jobs.findJob(db, number);
  return job ? { ok: true, value: job } : missing(noSuchJob(number));
});

/** Form for a new job: the machine that it starts with, and the drives of that machine. */
export const readNewJob = defineQuery(QUERY_CONTRACTS['jobs.new'], async ({ db }, { machine: id }) => {
  const machine = id === null ? null : await machines.findMachine(db, id);
  const own = machine ? (await drives.drivesOf(db, machine.driveIds)).drives.map(drives.summaryOf) : [];
  return { ok: true, value: { machine: machine && { id: machine.id, label: machine.name, detail: machine.customer }, own } };
});

/** Drives of the machine of a job, and the drive that the job is about. */
export const drivesOfJob = defineQuery(QUERY_CONTRACTS['drives.of-job'], async ({ db }, { number }) => {
  const job = await jobs.findJob(db, number);
  if (!job) return missing(noSuchJob(number));
  const machine = await machines.findMachine(db, job.machineId);
  const ids = [...(machine?.driveIds ?? []), ...(job.driveId === null ? [] : [job.driveId])];
  return { ok: true, value: await drives.drivesOf(db, ids) };
});

/** Printed ticket of a job. */
export const readTicket = defineQuery(QUERY_CONTRACTS['ticket.read'], async ({ db }, { number }) => {
  const job = await jobs.findJob(db, number);
  if (!job) return missing(noSuchJob(number));
  const [drive, shop] = await Promise.all([driveOnTicket(db, job), people.shopOf(db)]);
  const unreadable = drive && isUnreadable(drive) ? drive : null;
  return { ok: true, value: { job, shown: drive && !isUnreadable(drive) ? drive : null, unreadable, shop: shop.name } };
});

/** The drive at the time of the last belt use. If that version was not stored, the current drive. */
async function driveOnTicket(db: ShopDatabase, job: Job) {
  const used = lastUsedBelt(job);
  const then = used?.drive ? await drives.driveAt(db, used.drive) : null;
  if (then && used?.drive) return isUnreadable(then) ? then : { drive: then, beltId: used.drive.beltId, asBooked: true };
  const stored = job.driveId === null ? null : await drives.findDrive(db, job.driveId);
  if (!stored || isUnreadable(stored)) return stored;
  return { drive: stored.document, beltId: job.beltId, asBooked: false };
}
