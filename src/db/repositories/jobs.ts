import type { Transaction } from 'sequelize';
import { meterText } from '../../core/quantity';
import { readShelfFields } from '../../formats/shelf-csv';
import type { Database } from '../connection';
import { listPage, type ListPage, type ListQuery } from '../find';
import type { JobRow, TicketEntryRow } from '../models';
import { done, refused, stale, type Outcome } from '../outcome';
import { STAGES, type EntryType, type JobStatus, type Stage, type StageState } from '../vocabulary';
import { plainShelfBelt, putBack, type ShelfBelt, type ShelfBeltFields } from './shelf';

export type Stages = Readonly<Record<Stage, StageState>>;

/** What a ticket entry says, by its type. */
export interface EntryBodies {
  readonly note: { readonly text: string };
  readonly stage: { readonly state: StageState; readonly why: string };
  readonly 'belt-booked': {
    readonly shelfBeltId: number;
    /** The place on the shelf as it was, so that the belt can go back even where that is gone; older entries have none. */
    readonly place?: Omit<ShelfBeltFields, 'quantity'>;
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

/** Jobs of a list without their stages. */
export type JobLine = Omit<JobSummary, 'stages'>;

interface JobLineRow {
  readonly id: number;
  readonly number: number;
  readonly title: string;
  readonly status: JobStatus;
  readonly opened_at: Date;
  readonly closed_at: Date | null;
  readonly machine_id: number;
  readonly machine: string;
  readonly customer: string | null;
}

/** What lists of jobs are made of. A word is found in a job's own number and title, in its machine and in its customer. */
const JOB_LINES = {
  select: 'j.id, j.number, j.title, j.status, j.opened_at, j.closed_at, j.machine_id, m.name AS machine, c.name AS customer',
  from: 'jobs j JOIN machines m ON m.id = j.machine_id LEFT JOIN customers c ON c.id = m.customer_id',
  // Ids from each index and not one condition over three tables, for which every job would be read.
  id: 'j.id',
  matches: `SELECT id FROM jobs WHERE find_text LIKE ? UNION SELECT own.id FROM jobs own WHERE own.machine_id IN (
    SELECT id FROM machines WHERE find_text LIKE ? UNION SELECT id FROM machines WHERE customer_id IN (SELECT id FROM customers WHERE find_text LIKE ?))`,
};

const line = (row: JobLineRow): JobLine => ({
  id: row.id,
  number: row.number,
  title: row.title,
  machine: row.machine,
  machineId: row.machine_id,
  customer: row.customer ?? '',
  status: row.status,
  openedAt: row.opened_at.toISOString(),
  closedAt: row.closed_at?.toISOString() ?? null,
});

async function linesWhere(
  db: Database,
  where: string,
  values: readonly unknown[],
  order: string,
  query: ListQuery,
): Promise<ListPage<JobLine>> {
  const page = await listPage<JobLineRow>(db, { ...JOB_LINES, where, values, order }, query);
  return { ...page, rows: page.rows.map(line) };
}

async function withStages(db: Database, lines: readonly JobLine[]): Promise<JobSummary[]> {
  const states = new Map<number, Record<Stage, StageState>>(
    lines.map((l) => [l.id, Object.fromEntries(STAGES.map((stage) => [stage, 'waiting'])) as Record<Stage, StageState>]),
  );
  for (const s of await db.models.JobStage.findAll({ where: { jobId: lines.map((l) => l.id) }, raw: true }))
    states.get(s.jobId)![s.stage] = s.state;
  return lines.map((l) => ({ ...l, stages: states.get(l.id)! }));
}

/** Open jobs with how far each is, the newest first. */
export async function openJobs(db: Database, shopId: number, query: ListQuery): Promise<ListPage<JobSummary>> {
  const page = await linesWhere(db, `j.shop_id = $1 AND j.status = 'open'`, [shopId], 'j.number DESC', query);
  return { ...page, rows: await withStages(db, page.rows) };
}

/** Closed jobs, the newest first. */
export const closedJobs = (db: Database, shopId: number, query: ListQuery): Promise<ListPage<JobLine>> =>
  linesWhere(db, `j.shop_id = $1 AND j.status = 'closed'`, [shopId], 'j.number DESC', query);

/** Jobs of one machine, the newest first. */
export const jobsOfMachine = (db: Database, shopId: number, machineId: number, query: ListQuery): Promise<ListPage<JobLine>> =>
  linesWhere(db, 'j.shop_id = $1 AND j.machine_id = $2', [shopId, machineId], 'j.number DESC', query);

/** Jobs of the shop by what they are called, open ones first. */
export const findJobs = (db: Database, shopId: number, query: ListQuery): Promise<ListPage<JobLine>> =>
  linesWhere(db, 'j.shop_id = $1', [shopId], 'j.status DESC, j.number DESC', query);

export const isJob = async (db: Database, shopId: number, number: number): Promise<boolean> =>
  (await db.models.Job.count({ where: { shopId, number } })) > 0;

export async function findJob(db: Database, shopId: number, number: number): Promise<Job | null> {
  const row = await db.models.Job.findOne({ where: { shopId, number } });
  if (!row) return null;
  const [[summary], machine, entries] = await Promise.all([
    linesWhere(db, 'j.id = $1', [row.id], 'j.id', { limit: 1, uncounted: true }).then(({ rows }) => withStages(db, rows)),
    db.models.Machine.findByPk(row.machineId),
    // As they were written; clocks of two devices say nothing of what came first.
    db.models.TicketEntry.findAll({ where: { jobId: row.id }, order: [['id', 'ASC']], raw: true }),
  ]);
  const writers = [...new Set(entries.map((e) => e.personId))];
  const people = new Map(
    (await db.models.Person.findAll({ where: { id: writers }, attributes: ['id', 'name'], raw: true })).map((p) => [p.id, p.name]),
  );
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

/** Why a job cannot be about a belt of a drive; null where it can, or is about none. */
async function missingBelt(db: Database, shopId: number, driveId: number | null, beltId: string | null, transaction: Transaction) {
  if (driveId === null) return beltId === null ? null : refused('A belt belongs to a drive; choose the drive.');
  const drive = await db.models.Drive.findOne({ where: { id: driveId, shopId }, transaction });
  if (!drive) return refused('That drive is no longer here; choose another.');
  if (beltId !== null && !drive.document.belts.some((b) => b.id === beltId))
    return refused('That belt is no longer on this drive; choose it again.');
  return null;
}

/** Opens a job under the shop's next number. */
export async function openJob(db: Database, shopId: number, job: NewJob, now: Date): Promise<Outcome<{ number: number }>> {
  return db.sequelize.transaction(async (transaction) => {
    const shop = await db.models.Shop.findByPk(shopId, { transaction, lock: true, rejectOnEmpty: true });
    if (!(await db.models.Machine.findOne({ where: { id: job.machineId, shopId }, transaction })))
      return refused('That machine is no longer here; choose another.');
    const gone = await missingBelt(db, shopId, job.driveId, job.beltId, transaction);
    if (gone) return gone;
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

/** The place that an entry from before places were kept speaks of: by its number where that reads, else by its measured size. */
function placeOf({ belt, bin, section, outsideMm, priceCents }: EntryBodies['belt-booked']): Omit<ShelfBeltFields, 'quantity'> {
  const read = readShelfFields({ designation: belt, quantity: '0' }, 'mm');
  const size = read.ok
    ? { designation: belt, section: read.fields.section, lengthMm: null, lengthReference: null }
    : { designation: null, section, lengthMm: outsideMm, lengthReference: 'outside' as const };
  return { ...size, lengthTyped: null, bin, priceCents, supplierNote: '' };
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
      const body = entry.body as EntryBodies['belt-booked'];
      await putBack(db, by.shopId, { id: body.shelfBeltId, fields: body.place ?? placeOf(body) }, body.pieces ?? 1, transaction);
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
    const gone = await missingBelt(db, by.shopId, driveId, beltId, transaction);
    if (gone) return gone;
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
