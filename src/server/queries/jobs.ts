import 'server-only';
import * as z from 'zod';
import { drives, isUnreadable, jobLists, jobs, machines, people, trials, type Database } from '@/db';
import { defineQuery, listInput, missing, rowsOf } from '@/server';
import { lastUsedBelt } from '@/services/last-used-belt';
import { noSuchJob } from '../messages';
import type { Job } from '@/contract/records';

/** Number of open jobs on the page. */
const OPEN_SHOWN = 200;

/** Open jobs, and the substitutes that are due for an answer. */
export const readOpenJobs = defineQuery('viewer', z.object({}), async ({ db, person: { shopId }, now }) => {
  const { limits } = await people.shopOf(db, shopId);
  const [open, due] = await Promise.all([
    jobLists.openJobs(db, shopId, { limit: OPEN_SHOWN }),
    trials.dueTrials(db, shopId, limits.trialDays, now),
  ]);
  return { ok: true, value: { open, due } };
});

export const listClosedJobs = defineQuery('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await jobLists.closedJobs(db, person.shopId, rowsOf(ask)),
}));

const jobNumber = z.object({ number: z.number().int() });

/** Current state of a job. */
export const readJob = defineQuery('viewer', jobNumber, async ({ db, person }, { number }) => {
  const job = await jobs.findJob(db, person.shopId, number);
  return job ? { ok: true, value: job } : missing(noSuchJob(number));
});

/** Form for a new job: the machine that it starts with, and the drives of that machine. */
export const readNewJob = defineQuery(
  'viewer',
  z.object({ machine: z.number().int().nullable() }),
  async ({ db, person: { shopId } }, { machine: id }) => {
    const machine = id === null ? null : await machines.findMachine(db, shopId, id);
    const own = machine ? (await drives.drivesOf(db, shopId, machine.driveIds)).drives.map(drives.summaryOf) : [];
    return { ok: true, value: { machine: machine && { id: machine.id, label: machine.name, detail: machine.customer }, own } };
  },
);

/** Drives of the machine of a job, and the drive that the job is about. */
export const drivesOfJob = defineQuery('viewer', jobNumber, async ({ db, person: { shopId } }, { number }) => {
  const job = await jobs.findJob(db, shopId, number);
  if (!job) return missing(noSuchJob(number));
  const machine = await machines.findMachine(db, shopId, job.machineId);
  const ids = [...(machine?.driveIds ?? []), ...(job.driveId === null ? [] : [job.driveId])];
  return { ok: true, value: await drives.drivesOf(db, shopId, ids) };
});

/** Printed ticket of a job. */
export const readTicket = defineQuery('viewer', jobNumber, async ({ db, person: { shopId } }, { number }) => {
  const job = await jobs.findJob(db, shopId, number);
  if (!job) return missing(noSuchJob(number));
  const [drive, shop] = await Promise.all([driveOnTicket(db, shopId, job), people.shopOf(db, shopId)]);
  const unreadable = drive && isUnreadable(drive) ? drive : null;
  return { ok: true, value: { job, shown: drive && !isUnreadable(drive) ? drive : null, unreadable, shop: shop.name } };
});

/** The drive at the time of the last belt use. If that version was not stored, the current drive. */
async function driveOnTicket(db: Database, shopId: number, job: Job) {
  const used = lastUsedBelt(job);
  const then = used?.drive ? await drives.driveAt(db, shopId, used.drive) : null;
  if (then && used?.drive) return isUnreadable(then) ? then : { drive: then, beltId: used.drive.beltId, asBooked: true };
  const stored = job.driveId === null ? null : await drives.findDrive(db, shopId, job.driveId);
  if (!stored || isUnreadable(stored)) return stored;
  return { drive: stored.document, beltId: job.beltId, asBooked: false };
}
