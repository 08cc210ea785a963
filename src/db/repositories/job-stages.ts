import type { Transaction } from 'sequelize';
import { confirmedCauses, knownMachine, runListInput, runListOf, stagesOf, STAGES, type RecordLine, type StoredJob } from '../../core/job';
import type { Database, ShopDatabase } from '../connection';
import { readDrive } from '../stored-documents';
import type { JobRow } from '../rows';
import { factsOf } from './facts';
import { linesOfJob } from './ticket-lines';
import { shopIds, shopOf } from './people';

/** A job with what is stored of its machine and drive, as its run list is built from it. */
export async function storedJob(db: ShopDatabase, row: JobRow, transaction?: Transaction): Promise<StoredJob> {
  const inside = transaction ? { transaction } : {};
  const { driveId } = row;
  const drive = driveId === null ? null : await db.models.Drive.findOne({ where: { id: driveId, shopId: db.shopId }, ...inside });
  const read = drive && readDrive(drive.document);
  const facts = await factsOf(db, { machineId: row.machineId, driveIds: driveId === null ? [] : [driveId] }, transaction);
  return {
    lines: await linesOfJob(db, row.id, transaction),
    drive: read?.ok ? read.value : null,
    beltId: row.beltId,
    facts: { machine: facts.machine, drive: driveId === null ? {} : (facts.drives[driveId] ?? {}) },
    limits: (await shopOf(db)).limits,
    closed: row.status === 'closed',
  };
}

/** Stores what lists and traces read of a job without its lines: how far each stage is, and the causes it confirms. */
export async function storeDerived(db: ShopDatabase, row: JobRow, transaction?: Transaction): Promise<void> {
  const job = await storedJob(db, row, transaction);
  const stages = stagesOf(runListOf(runListInput(job, knownMachine(job))), job.lines);
  await db.models.JobStage.bulkCreate(
    STAGES.map((stage) => ({ jobId: row.id, stage, state: stages[stage] })),
    { updateOnDuplicate: ['state'], ...(transaction ? { transaction } : {}) },
  );
  await storeConfirmed(db, row.id, job.lines, transaction);
}

async function storeConfirmed(db: ShopDatabase, jobId: number, lines: readonly RecordLine[], transaction?: Transaction): Promise<void> {
  const inside = transaction ? { transaction } : {};
  await db.models.ConfirmedCause.destroy({ where: { jobId }, ...inside });
  await db.models.ConfirmedCause.bulkCreate(
    confirmedCauses(lines).map((one) => ({ jobId, ...one })),
    inside,
  );
}

/** Stores the stages of every open job again, after a change of the rules that derive them from tickets. */
export async function storeOpenStages(db: Database): Promise<void> {
  for (const id of await shopIds(db)) {
    const shop = db.ofShop(id);
    const open = await shop.models.Job.findAll({ where: { shopId: id, status: 'open' }, order: [['id', 'ASC']] });
    for (const row of open) await db.transact((transaction) => storeDerived(shop, row, transaction));
  }
}
