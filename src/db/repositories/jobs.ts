import type { Transaction } from 'sequelize';
import { meterText } from '../../core/quantity';
import type { Database } from '../connection';
import type { JobRow, TicketEntryRow } from '../models';
import { done, refused, stale, type Outcome } from '../outcome';
import { STAGES, type EntryType, type JobStatus, type Stage, type StageState } from '../vocabulary';
import { plainShelfBelt, type ShelfBelt } from './shelf';

export type Stages = Readonly<Record<Stage, StageState>>;

/** What a ticket entry says, by its type. */
export interface EntryBodies {
  readonly note: { readonly text: string };
  readonly stage: { readonly state: StageState; readonly why: string };
  readonly 'belt-booked': {
    readonly shelfBeltId: number;
    readonly belt: string;
    readonly bin: string;
    readonly section: string;
    readonly outsideMm: number;
    readonly verdict: string;
    readonly chance: number;
    readonly engagedN: number;
    /** What is left of it under load; null or, before it was computed, missing. */
    readonly runningN?: number | null;
    /** False where the belt is tight for life; entries from before it was asked had none such. */
    readonly letsGo?: boolean;
    /** How many were taken from the shelf; one where it is missing. */
    readonly pieces?: number;
    readonly floorN: number;
    readonly slackMm: number;
    readonly substitute: boolean;
    readonly insteadOf: string | null;
    readonly reason: string;
    readonly priceCents: number | null;
  };
  readonly closing: { readonly text: string; readonly reopened: boolean };
}

export type TicketEntry = {
  [T in EntryType]: {
    readonly id: number;
    readonly stage: Stage;
    readonly type: T;
    readonly body: EntryBodies[T];
    readonly by: string;
    readonly at: string;
    readonly withdrawn: boolean;
  };
}[EntryType];

export interface JobSummary {
  readonly id: number;
  readonly number: number;
  readonly title: string;
  readonly machine: string;
  readonly machineId: number;
  readonly customer: string;
  readonly status: JobStatus;
  readonly openedAt: string;
  readonly closedAt: string | null;
  readonly stages: Stages;
}

export interface Job extends JobSummary {
  readonly maker: string;
  readonly model: string;
  /** As shown: 412.6 h; '' where none is known. */
  readonly meter: string;
  readonly driveId: number | null;
  readonly beltId: string | null;
  readonly complaint: string;
  readonly version: number;
  readonly entries: readonly TicketEntry[];
}

export interface NewJob {
  readonly machineId: number;
  readonly driveId: number | null;
  readonly beltId: string | null;
  readonly title: string;
  readonly complaint: string;
}

async function summaries(db: Database, rows: readonly JobRow[]): Promise<JobSummary[]> {
  const stages = await db.models.JobStage.findAll({ where: { jobId: rows.map((r) => r.id) } });
  const machines = new Map((await db.models.Machine.findAll({ where: { id: rows.map((r) => r.machineId) } })).map((m) => [m.id, m]));
  const customers = new Map(
    (await db.models.Customer.findAll({ where: { id: [...machines.values()].flatMap((m) => m.customerId ?? []) } })).map((c) => [
      c.id,
      c.name,
    ]),
  );
  return rows.map((row) => {
    const machine = machines.get(row.machineId);
    const own = Object.fromEntries(STAGES.map((stage) => [stage, 'waiting'])) as Record<Stage, StageState>;
    for (const s of stages) if (s.jobId === row.id) own[s.stage] = s.state;
    return {
      id: row.id,
      number: row.number,
      title: row.title,
      machine: machine?.name ?? '',
      machineId: row.machineId,
      customer: customers.get(machine?.customerId ?? 0) ?? '',
      status: row.status,
      openedAt: row.openedAt.toISOString(),
      closedAt: row.closedAt?.toISOString() ?? null,
      stages: own,
    };
  });
}

export async function listJobs(db: Database, shopId: number): Promise<JobSummary[]> {
  return summaries(db, await db.models.Job.findAll({ where: { shopId }, order: [['number', 'DESC']] }));
}

export async function findJob(db: Database, shopId: number, number: number): Promise<Job | null> {
  const row = await db.models.Job.findOne({ where: { shopId, number } });
  if (!row) return null;
  const [summary] = await summaries(db, [row]);
  const machine = await db.models.Machine.findByPk(row.machineId);
  const entries = await db.models.TicketEntry.findAll({
    where: { jobId: row.id },
    order: [
      ['at', 'ASC'],
      ['id', 'ASC'],
    ],
  });
  const people = new Map((await db.models.Person.findAll({ where: { id: entries.map((e) => e.personId) } })).map((p) => [p.id, p.name]));
  const plain = (e: TicketEntryRow) =>
    ({
      id: e.id,
      stage: e.stage,
      type: e.type,
      body: e.body,
      by: people.get(e.personId) ?? '',
      at: e.at.toISOString(),
      withdrawn: e.withdrawnAt !== null,
    }) as TicketEntry;
  return {
    ...summary!,
    maker: machine?.maker ?? '',
    model: machine?.model ?? '',
    meter: machine && machine.meter !== null ? meterText(machine.meter, machine.meterUnit) : '',
    driveId: row.driveId,
    beltId: row.beltId,
    complaint: row.complaint,
    version: row.version,
    entries: entries.map(plain),
  };
}

/** Opens a job under the shop's next number. */
export async function openJob(db: Database, shopId: number, job: NewJob, now: Date): Promise<Outcome<{ number: number }>> {
  return db.sequelize.transaction(async (transaction) => {
    const shop = await db.models.Shop.findByPk(shopId, { transaction, lock: true, rejectOnEmpty: true });
    if (!(await db.models.Machine.findOne({ where: { id: job.machineId, shopId }, transaction })))
      return refused('That machine is no longer here; choose another.');
    if (job.driveId !== null && !(await db.models.Drive.findOne({ where: { id: job.driveId, shopId }, transaction })))
      return refused('That drive is no longer here; choose another.');
    const number = shop.nextJobNumber;
    await shop.update({ nextJobNumber: number + 1 }, { transaction });
    const row = await db.models.Job.create({ shopId, number, ...job, status: 'open', openedAt: now, closedAt: null }, { transaction });
    await db.models.JobStage.bulkCreate(
      STAGES.map((stage, i) => ({ jobId: row.id, stage, state: i === 0 ? ('under-way' as const) : ('waiting' as const) })),
      { transaction },
    );
    return done({ number });
  });
}

/** Who writes on a ticket, and when. */
export interface Writer {
  readonly shopId: number;
  readonly personId: number;
  readonly now: Date;
}

async function lockOpenJob(
  db: Database,
  shopId: number,
  number: number,
  transaction: Transaction,
): Promise<JobRow | ReturnType<typeof refused>> {
  const row = await db.models.Job.findOne({ where: { shopId, number }, transaction, lock: true });
  if (!row) return refused(`There is no job ${number}.`);
  if (row.status === 'closed') return refused(`Job ${number} is closed; reopen it to write on its ticket.`);
  return row;
}

function write<T extends EntryType>(
  db: Database,
  jobId: number,
  by: Writer,
  stage: Stage,
  type: T,
  body: EntryBodies[T],
  transaction: Transaction,
) {
  return db.models.TicketEntry.create({ jobId, stage, type, body, personId: by.personId, at: by.now, withdrawnAt: null }, { transaction });
}

async function setStage(db: Database, jobId: number, stage: Stage, state: StageState, transaction: Transaction): Promise<void> {
  await db.models.JobStage.update({ state }, { where: { jobId, stage }, transaction });
}

/** Adds a note to the ticket; a stage that waits is then under way. */
export async function addNote(db: Database, by: Writer, number: number, stage: Stage, text: string): Promise<Outcome<{ entryId: number }>> {
  return db.sequelize.transaction(async (transaction) => {
    const job = await lockOpenJob(db, by.shopId, number, transaction);
    if (!('id' in job)) return job;
    const entry = await write(db, job.id, by, stage, 'note', { text }, transaction);
    await db.models.JobStage.update({ state: 'under-way' }, { where: { jobId: job.id, stage, state: 'waiting' }, transaction });
    return done({ entryId: entry.id });
  });
}

/** Moves a stage on, and writes it on the ticket. Skipping and holding need a reason, which the caller has checked. */
export async function changeStage(
  db: Database,
  by: Writer,
  number: number,
  stage: Stage,
  state: StageState,
  why: string,
): Promise<Outcome<null>> {
  return db.sequelize.transaction(async (transaction) => {
    const job = await lockOpenJob(db, by.shopId, number, transaction);
    if (!('id' in job)) return job;
    await setStage(db, job.id, stage, state, transaction);
    await write(db, job.id, by, stage, 'stage', { state, why }, transaction);
    const next = STAGES[STAGES.indexOf(stage) + 1];
    if ((state === 'done' || state === 'skipped') && next)
      await db.models.JobStage.update({ state: 'under-way' }, { where: { jobId: job.id, stage: next, state: 'waiting' }, transaction });
    return done(null);
  });
}

/**
 * Takes one belt off the shelf for a job: quantity, ticket entry and stage together. Refused where the shelf row changed since it was read, so
 * that the last belt is not promised twice.
 */
export async function bookBelt(
  db: Database,
  by: Writer,
  number: number,
  shelfVersion: number,
  body: EntryBodies['belt-booked'],
): Promise<Outcome<{ entryId: number }, ShelfBelt>> {
  return db.sequelize.transaction(async (transaction) => {
    const job = await lockOpenJob(db, by.shopId, number, transaction);
    if (!('id' in job)) return job;
    const belt = await db.models.ShelfBelt.findOne({ where: { id: body.shelfBeltId, shopId: by.shopId }, transaction, lock: true });
    if (!belt) return refused(`${body.belt} was removed from the shelf meanwhile; choose another belt.`);
    if (belt.version !== shelfVersion) return stale('belt', plainShelfBelt(belt));
    const pieces = body.pieces ?? 1;
    if (belt.quantity < 1) return refused(`The last ${body.belt} is already gone from bin ${belt.bin}; choose another belt or order one.`);
    if (belt.quantity < pieces)
      return refused(
        `It takes ${pieces} matched ${body.belt}, and bin ${belt.bin} holds ${belt.quantity}; choose another belt or order more.`,
      );
    await belt.update({ quantity: belt.quantity - pieces, version: belt.version + 1 }, { transaction });
    const entry = await write(db, job.id, by, 'match', 'belt-booked', body, transaction);
    await setStage(db, job.id, 'match', 'done', transaction);
    await db.models.JobStage.update({ state: 'under-way' }, { where: { jobId: job.id, stage: 'fit', state: 'waiting' }, transaction });
    return done({ entryId: entry.id });
  });
}

/** Takes an entry back: it stays on the ticket, struck out. A booked belt goes back on the shelf in the same act, and Match is open again. */
export async function withdrawEntry(db: Database, by: Writer, number: number, entryId: number): Promise<Outcome<null>> {
  return db.sequelize.transaction(async (transaction) => {
    const job = await lockOpenJob(db, by.shopId, number, transaction);
    if (!('id' in job)) return job;
    const entry = await db.models.TicketEntry.findOne({ where: { id: entryId, jobId: job.id }, transaction, lock: true });
    if (!entry || entry.type === 'stage' || entry.type === 'closing') return refused('That line of the ticket cannot be taken back.');
    if (entry.withdrawnAt !== null) return refused('That line is already taken back.');
    await entry.update({ withdrawnAt: by.now }, { transaction });
    if (entry.type === 'belt-booked') {
      const { shelfBeltId, pieces } = entry.body as EntryBodies['belt-booked'];
      await db.models.ShelfBelt.increment(
        { quantity: pieces ?? 1, version: 1 },
        { where: { id: shelfBeltId, shopId: by.shopId }, transaction },
      );
      await setStage(db, job.id, 'match', 'under-way', transaction);
    }
    return done(null);
  });
}

/** Which drive and belt of the machine the job is about. */
export async function chooseDrive(db: Database, by: Writer, number: number, driveId: number, beltId: string): Promise<Outcome<null>> {
  return db.sequelize.transaction(async (transaction) => {
    const job = await lockOpenJob(db, by.shopId, number, transaction);
    if (!('id' in job)) return job;
    if (!(await db.models.Drive.findOne({ where: { id: driveId, shopId: by.shopId }, transaction })))
      return refused('That drive is no longer here; choose another.');
    await job.update({ driveId, beltId, version: job.version + 1 }, { transaction });
    return done(null);
  });
}

/** Closes a job with its closing line, or opens it again. */
export async function closeJob(db: Database, by: Writer, number: number, text: string): Promise<Outcome<null>> {
  return db.sequelize.transaction(async (transaction) => {
    const job = await lockOpenJob(db, by.shopId, number, transaction);
    if (!('id' in job)) return job;
    await write(db, job.id, by, 'book', 'closing', { text, reopened: false }, transaction);
    await setStage(db, job.id, 'book', 'done', transaction);
    await job.update({ status: 'closed', closedAt: by.now, version: job.version + 1 }, { transaction });
    return done(null);
  });
}

export async function reopenJob(db: Database, by: Writer, number: number): Promise<Outcome<null>> {
  return db.sequelize.transaction(async (transaction) => {
    const job = await db.models.Job.findOne({ where: { shopId: by.shopId, number, status: 'closed' }, transaction, lock: true });
    if (!job) return refused(`Job ${number} is not closed.`);
    await job.update({ status: 'open', closedAt: null, version: job.version + 1 }, { transaction });
    await setStage(db, job.id, 'book', 'under-way', transaction);
    await write(db, job.id, by, 'book', 'closing', { text: '', reopened: true }, transaction);
    return done(null);
  });
}
