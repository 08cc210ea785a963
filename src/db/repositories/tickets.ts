import type { Transaction } from 'sequelize';
import {
  actsOf,
  kindOf,
  readBody,
  STAGES,
  type BeltBooked,
  type Effect,
  type EntryBody,
  type EntryType,
  type JobState,
  type Stage,
  type TypedBody,
} from '../../core/job';
import { stopLimitOf } from '../../core/machine';
import type { Role } from '../../core/role';
import { readShelfFields } from '../../formats/shelf-csv';
import { ROW_TO_CHANGE, type Database } from '../connection';
import type { JobRow } from '../rows';
import { done, refused, stale, type Outcome } from '../outcome';
import { isStage, linesWhere, withStages } from './job-lists';
import { factsOf } from './facts';
import { linesOfJob, missingBelt } from './jobs';
import type { Paper } from './documents';
import { shopOf } from './people';
import { putPartBack } from './parts';
import { plainShelfBelt, putBack, type ShelfBelt, type ShelfBeltFields } from './shelf';

/** Who writes on a ticket, and when it was done. */
export interface Writer {
  readonly shopId: number;
  readonly personId: number;
  readonly at: Date;
  readonly role: Role;
}

/** A job held for writing, with its stages as they are. */
interface HeldJob {
  readonly row: JobRow;
  readonly state: JobState;
}

async function held(db: Database, shopId: number, number: number, transaction: Transaction): Promise<HeldJob | null> {
  const row = await db.models.Job.findOne({ where: { shopId, number }, transaction, lock: ROW_TO_CHANGE });
  if (!row) return null;
  const [summary] = await withStages(db, (await linesWhere(db, 'j.id = $1', [row.id], 'j.id', { limit: 1, uncounted: true })).rows);
  return summary ? { row, state: { status: row.status, stages: summary.stages } } : null;
}

const noJob = (number: number) => refused(`There is no job ${number}.`);
const closedJob = (number: number) => refused(`Job ${number} is closed; reopen it to write on its ticket.`);

/** Stores what an entry made of a job: its stages and whether it is open. */
async function settle(db: Database, { row, state }: HeldJob, { job: after }: Effect, at: Date, transaction: Transaction): Promise<void> {
  const changed = STAGES.filter((stage) => after.stages[stage] !== state.stages[stage]);
  if (changed.length > 0)
    await db.models.JobStage.bulkCreate(
      changed.map((stage) => ({ jobId: row.id, stage, state: after.stages[stage] })),
      { updateOnDuplicate: ['state'], transaction },
    );
  if (after.status !== state.status)
    await row.update({ status: after.status, closedAt: after.status === 'closed' ? at : null, version: row.version + 1 }, { transaction });
}

function store(db: Database, jobId: number, by: Writer, stage: Stage, { type, body }: TypedBody, transaction: Transaction) {
  const bodyVersion = kindOf(type).form.version;
  return db.models.TicketEntry.create(
    { jobId, stage, type, bodyVersion, body, personId: by.personId, at: by.at, withdrawnAt: null },
    { transaction },
  );
}

/** Why an entry cannot be written on this job, by what stands on its ticket and is known of its machine. */
async function refusedOn<T extends EntryType>(
  db: Database,
  by: Writer,
  { row }: HeldJob,
  { type, body }: { readonly type: T; readonly body: EntryBody<T> },
  transaction: Transaction,
): Promise<string | null> {
  const { refuseOn } = kindOf(type);
  if (!refuseOn) return null;
  const lines = await linesOfJob(db, row.id, transaction);
  const { machine } = await factsOf(db, by.shopId, { machineId: row.machineId, driveIds: [] }, transaction);
  return refuseOn(body, { lines, stopLimitS: stopLimitOf(machine, (await shopOf(db, by.shopId)).limits), role: by.role });
}

/** Writes an entry on a ticket, with all that entries of its kind do. Those that move belts come by `bookBelt`. */
export async function writeEntry(
  db: Database,
  by: Writer,
  number: number,
  stage: Stage,
  entry: TypedBody,
): Promise<Outcome<{ entryId: number }>> {
  return db.transact(async (transaction) => {
    const job = await held(db, by.shopId, number, transaction);
    if (!job) return noJob(number);
    const { on } = kindOf(entry.type);
    if (on !== job.state.status) return on === 'open' ? closedJob(number) : refused(`Job ${number} is not closed.`);
    const against = await refusedOn(db, by, job, entry, transaction);
    if (against !== null) return refused(against);
    const row = await store(db, job.row.id, by, stage, entry, transaction);
    await settle(db, job, actsOf(entry).write(job.state, stage), by.at, transaction);
    return done({ entryId: row.id });
  });
}

/**
 * Takes belts off the shelf for a job: quantity, ticket entry and stage together, and the drive as it is now beside them. Refused where the shelf row
 * or the drive changed since it was judged, so that the last belt is not promised twice and no verdict stands on record for another drive.
 */
export async function bookBelt(
  db: Database,
  by: Writer,
  number: number,
  shelfVersion: number,
  body: BeltBooked,
): Promise<Outcome<{ entryId: number }, ShelfBelt>> {
  return db.transact(async (transaction) => {
    const job = await held(db, by.shopId, number, transaction);
    if (!job) return noJob(number);
    if (job.state.status === 'closed') return closedJob(number);
    const belt = await db.models.ShelfBelt.findOne({
      where: { id: body.shelfBeltId, shopId: by.shopId },
      transaction,
      lock: ROW_TO_CHANGE,
    });
    if (!belt) return refused(`${body.belt} was removed from the shelf meanwhile; choose another belt.`);
    if (belt.version !== shelfVersion) return stale('belt', plainShelfBelt(belt));
    if (belt.quantity < 1) return refused(`The last ${body.belt} is already gone from bin ${belt.bin}; choose another belt or order one.`);
    if (belt.quantity < body.pieces)
      return refused(
        `It takes ${body.pieces} matched ${body.belt}, and bin ${belt.bin} holds ${belt.quantity}; choose another belt or order more.`,
      );
    if (body.drive && !(await keepVersion(db, by.shopId, body.drive, transaction)))
      return refused('The drive was changed while this belt was judged; look at its verdict again before you book it.');
    await belt.update({ quantity: belt.quantity - body.pieces, version: belt.version + 1 }, { transaction });
    const entry = await store(db, job.row.id, by, 'match', { type: 'belt-booked', body }, transaction);
    await settle(db, job, kindOf('belt-booked').write(job.state, 'match', body), by.at, transaction);
    return done({ entryId: entry.id });
  });
}

/** Takes parts off the shelf for a job: quantity and ticket line together. */
export async function fitPart(
  db: Database,
  by: Writer,
  number: number,
  stage: Stage,
  { partId, quantity }: { readonly partId: number; readonly quantity: number },
): Promise<Outcome<{ entryId: number }>> {
  return db.transact(async (transaction) => {
    const job = await held(db, by.shopId, number, transaction);
    if (!job) return noJob(number);
    if (job.state.status === 'closed') return closedJob(number);
    const part = await db.models.Part.findOne({ where: { id: partId, shopId: by.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!part) return refused('That part was taken off the shelf meanwhile; choose another.');
    if (part.quantity < quantity)
      return refused(
        part.quantity === 0
          ? `The last ${part.name} is already gone from ${part.bin || 'the shelf'}.`
          : `There ${part.quantity === 1 ? 'is one' : `are ${part.quantity}`} ${part.name} left, not ${quantity}.`,
      );
    await part.update({ quantity: part.quantity - quantity, version: part.version + 1 }, { transaction });
    const { name, number: ordered, bin, priceCents } = part;
    const body = { partId, name, number: ordered, bin, quantity, priceCents };
    const entry = await store(db, job.row.id, by, stage, { type: 'part-fitted', body }, transaction);
    await settle(db, job, kindOf('part-fitted').write(job.state, stage, body), by.at, transaction);
    return done({ entryId: entry.id });
  });
}

/** Keeps a picture and its line on the ticket together. */
export async function addPicture(
  db: Database,
  by: Writer,
  number: number,
  stage: Stage,
  { shows, about, ...paper }: Paper & { readonly shows: string; readonly about: string },
): Promise<Outcome<{ entryId: number }>> {
  return db.transact(async (transaction) => {
    const job = await held(db, by.shopId, number, transaction);
    if (!job) return noJob(number);
    if (job.state.status === 'closed') return closedJob(number);
    const { id: documentId } = await db.models.Document.create(
      { shopId: by.shopId, jobId: job.row.id, name: shows, ...paper, personId: by.personId, at: by.at },
      { transaction },
    );
    const body = { documentId, shows, about };
    const entry = await store(db, job.row.id, by, stage, { type: 'picture', body }, transaction);
    await settle(db, job, kindOf('picture').write(job.state, stage, body), by.at, transaction);
    return done({ entryId: entry.id });
  });
}

/** Keeps a drive as it is at this version; false where it is at another. */
async function keepVersion(
  db: Database,
  shopId: number,
  { id, version }: { readonly id: number; readonly version: number },
  transaction: Transaction,
): Promise<boolean> {
  const row = await db.models.Drive.findOne({ where: { id, shopId, version }, transaction, lock: ROW_TO_CHANGE });
  if (!row) return false;
  await db.models.DriveVersion.findOrCreate({
    where: { shopId, driveId: id, version },
    defaults: { shopId, driveId: id, version, document: row.document },
    transaction,
  });
  return true;
}

/** The place that an entry from before places were kept speaks of: by its number where that reads, else by its measured size. */
function placeOf({ belt, bin, section, outsideMm, priceCents }: BeltBooked): Omit<ShelfBeltFields, 'quantity'> {
  const read = readShelfFields({ designation: belt, quantity: '0' }, 'mm');
  const size = read.ok
    ? { designation: belt, section: read.fields.section, lengthMm: null, lengthReference: null }
    : { designation: null, section, lengthMm: outsideMm, lengthReference: 'outside' as const };
  return { ...size, lengthTyped: null, bin, priceCents, supplierNote: '' };
}

/** Takes an entry back: it stays on the ticket, struck out, and what it did is undone in the same act. */
export async function takeBack(db: Database, by: Writer, number: number, entryId: number): Promise<Outcome<{ said: string }>> {
  return db.transact(async (transaction) => {
    const job = await held(db, by.shopId, number, transaction);
    if (!job) return noJob(number);
    if (job.state.status === 'closed') return closedJob(number);
    const entry = await db.models.TicketEntry.findOne({ where: { id: entryId, jobId: job.row.id }, transaction, lock: ROW_TO_CHANGE });
    const read = entry && readBody(entry.type, entry.bodyVersion, entry.body);
    if (!entry || !read?.ok) return refused('That line of the ticket cannot be taken back.');
    if (entry.withdrawnAt !== null) return refused('That line is already taken back.');
    const acts = actsOf(read.value);
    const effect = acts.takeBack?.(job.state, isStage(entry.stage) ? entry.stage : 'book');
    if (!effect) return refused('That line of the ticket cannot be taken back.');
    await entry.update({ withdrawnAt: by.at }, { transaction });
    await settle(db, job, effect, by.at, transaction);
    if (effect.shelf && 'shelfBeltId' in effect.shelf && read.value.type === 'belt-booked') {
      const fields = read.value.body.place ?? placeOf(read.value.body);
      await putBack(db, by.shopId, { id: effect.shelf.shelfBeltId, fields }, effect.shelf.by, transaction);
    }
    if (effect.shelf && 'partId' in effect.shelf && read.value.type === 'part-fitted')
      await putPartBack(db, by.shopId, read.value.body, transaction);
    return done({ said: acts.takenBack });
  });
}

/** Which drive and belt of the machine the job is about. */
export async function chooseDrive(db: Database, by: Writer, number: number, driveId: number, beltId: string): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const job = await held(db, by.shopId, number, transaction);
    if (!job) return noJob(number);
    if (job.state.status === 'closed') return closedJob(number);
    const gone = await missingBelt(db, by.shopId, driveId, beltId, transaction);
    if (gone) return gone;
    await job.row.update({ driveId, beltId, version: job.row.version + 1 }, { transaction });
    return done(null);
  });
}
