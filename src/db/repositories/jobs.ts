import type { Transaction } from 'sequelize';
import { meterText } from '../../core/quantity';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { readDrive } from '../stored-documents';
import { done, refused } from '../outcome';
import { drivesOf } from './drives';
import { factsOf } from './facts';
import { deriveFollowUps } from './follow-ups';
import { findMachine } from './machines';
import { shopOf } from './people';
import { stacksOf } from './stacks';
import { storedPartsOf } from './stored-parts';
import { trialsOf } from './trials';
import { linesWhere, withStages } from './job-lists';
import { storeDerived } from './job-stages';
import { linesOfJob } from './ticket-lines';
import type { Job, Outcome } from '../../contract/records';

export { linesOfJobs } from './ticket-lines';

export interface NewJob {
  readonly machineId: number;
  /** Omitted if nothing was chosen. Then the first drive of the machine and its first belt are used. */
  readonly driveId?: number | null | undefined;
  readonly beltId?: string | null | undefined;
  readonly title: string;
  readonly complaint: string;
}

/** Subject of a job. Null if the number does not exist. */
export const titleOf = async (db: ShopDatabase, number: number): Promise<string | null> =>
  (await db.models.Job.findOne({ where: { shopId: db.shopId, number }, attributes: ['title'], raw: true }))?.title ?? null;

export async function findJob(db: ShopDatabase, number: number): Promise<Job | null> {
  const row = await db.models.Job.findOne({ where: { shopId: db.shopId, number } });
  if (!row) return null;
  const [summary] = await withStages(db, (await linesWhere(db, 'j.id = $1', [row.id], 'j.id', { limit: 1, uncounted: true })).rows);
  if (!summary) return null;
  const machine = await db.models.Machine.findByPk(row.machineId);
  const known = await factsOf(db, { machineId: row.machineId, driveIds: row.driveId === null ? [] : [row.driveId] });
  return {
    ...summary,
    maker: machine?.maker ?? '',
    model: machine?.model ?? '',
    meter: machine && machine.meter !== null ? meterText(machine.meter, machine.meterUnit) : '',
    driveId: row.driveId,
    beltId: row.beltId,
    complaint: row.complaint,
    facts: { machine: known.machine, drive: row.driveId === null ? {} : (known.drives[row.driveId] ?? {}) },
    trials: row.driveId === null ? [] : await trialsOf(db, row.driveId),
    stacks:
      row.driveId === null
        ? []
        : (await stacksOf(db, row.driveId)).flatMap((s) => ('stack' in s ? [{ pulley: s.pulley, stack: s.stack }] : [])),
    storedParts: await storedPartsOf(db, row.machineId, row.id),
    limits: (await shopOf(db)).limits,
    version: row.version,
    entries: await linesOfJob(db, row.id),
  };
}

/** Why a job cannot be about a belt of a drive; null where it can, or is about none. */
export async function missingBelt(db: ShopDatabase, driveId: number | null, beltId: string | null, transaction: Transaction) {
  if (driveId === null) return beltId === null ? null : refused('Choose the drive of the belt.');
  const drive = await db.models.Drive.findOne({ where: { id: driveId, shopId: db.shopId }, transaction });
  if (!drive) return refused('This drive was deleted. Choose another.');
  const read = readDrive(drive.document);
  if (!read.ok) return refused(read.problem);
  if (beltId !== null && !read.value.belts.some((b) => b.id === beltId))
    return refused('This belt was removed from the drive. Choose it again.');
  return null;
}

/** The belt that is meant where none was chosen: of drives as they are listed the first that has one. */
async function firstBelt(db: ShopDatabase, machineId: number) {
  const machine = await findMachine(db, machineId);
  const { drives } = await drivesOf(db, machine?.driveIds ?? []);
  const first = drives.find((d) => d.document.belts.length > 0);
  return { driveId: first?.id ?? null, beltId: first?.document.belts[0]?.id ?? null };
}

/** Opens a job under the shop's next number. */
export async function openJob(db: ShopDatabase, job: NewJob, now: Date): Promise<Outcome<{ number: number }>> {
  const about = job.driveId === undefined ? await firstBelt(db, job.machineId) : { driveId: job.driveId, beltId: job.beltId ?? null };
  return db.transact(async (transaction) => {
    const shop = await db.models.Shop.findByPk(db.shopId, { transaction, lock: ROW_TO_CHANGE, rejectOnEmpty: true });
    if (!(await db.models.Machine.findOne({ where: { id: job.machineId, shopId: db.shopId }, transaction })))
      return refused('This machine was deleted. Choose another.');
    const gone = await missingBelt(db, about.driveId, about.beltId, transaction);
    if (gone) return gone;
    const number = shop.nextJobNumber;
    await shop.update({ nextJobNumber: number + 1 }, { transaction });
    const row = await db.models.Job.create(
      { shopId: db.shopId, number, ...job, ...about, status: 'open', openedAt: now, closedAt: null },
      { transaction },
    );
    await storeDerived(db, row, transaction);
    await deriveFollowUps(db, [job.machineId]);
    return done({ number });
  });
}
