import type { Transaction } from 'sequelize';
import {
  entryKindOf,
  kindOf,
  knownMachine,
  readBody,
  type BeltBooked,
  type EntryBody,
  type EntryType,
  type JobStatus,
  type Stage,
  type TypedBody,
} from '../../core/job';
import type { Role } from '../../core/role';
import { readShelfFields } from '../../formats/shelf-csv';
import { storeFile } from '../files';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import type { JobRow } from '../rows';
import { done, refused, stale } from '../outcome';
import { storedJob, storeDerived } from './job-stages';
import { missingBelt } from './jobs';
import { deriveFollowUps } from './follow-ups';
import type { Paper } from './documents';
import { putPartBack } from './parts';
import { plainShelfBelt, putBack } from './shelf';
import type { Outcome, ShelfBelt, ShelfBeltFields } from '../../contract/records';

/** Who writes on a ticket, and when it was done. */
export interface Writer {
  readonly personId: number;
  readonly at: Date;
  readonly role: Role;
}

/** A job held for writing. */
const held = (db: ShopDatabase, number: number, transaction: Transaction): Promise<JobRow | null> =>
  db.models.Job.findOne({ where: { shopId: db.shopId, number }, transaction, lock: ROW_TO_CHANGE });

const noJob = (number: number) => refused(`There is no job ${number}.`);
const closedJob = (number: number) => refused(`Job ${number} is closed. Reopen it to write on its ticket.`);

/** Stores what a line did to a job: whether it is open, and how far each stage is. */
async function settle(db: ShopDatabase, job: JobRow, status: JobStatus | null, at: Date, transaction: Transaction): Promise<void> {
  const turns = status !== null && status !== job.status;
  if (turns) await job.update({ status, closedAt: status === 'closed' ? at : null, version: job.version + 1 }, { transaction });
  await storeDerived(db, job, transaction);
  // Lines of an open job change no follow-up: its end does.
  if (turns) await deriveFollowUps(db, [job.machineId]);
}

function store(db: ShopDatabase, jobId: number, by: Writer, stage: Stage, { type, body }: TypedBody, transaction: Transaction) {
  const bodyVersion = kindOf(type).form.version;
  return db.models.TicketEntry.create(
    { jobId, stage, type, bodyVersion, body, personId: by.personId, at: by.at, withdrawnAt: null },
    { transaction },
  );
}

/** Reason to refuse an entry on this job, from its ticket and the facts of its machine. */
async function refusedOn<T extends EntryType>(
  db: ShopDatabase,
  by: Writer,
  row: JobRow,
  { type, body }: { readonly type: T; readonly body: EntryBody<T> },
  transaction: Transaction,
): Promise<string | null> {
  const { refuseOn } = kindOf(type);
  if (!refuseOn) return null;
  const job = await storedJob(db, row, transaction);
  const { stopLimitS } = knownMachine(job);
  return refuseOn(body, { lines: job.lines, stopLimitS, drive: job.drive, beltId: job.beltId, role: by.role });
}

/** Writes an entry on a ticket, with all that entries of its kind do. Those that move belts come by `bookBelt`. */
export async function writeEntry(
  db: ShopDatabase,
  by: Writer,
  number: number,
  stage: Stage,
  entry: TypedBody,
): Promise<Outcome<{ entryId: number }>> {
  return db.transact(async (transaction) => {
    const job = await held(db, number, transaction);
    if (!job) return noJob(number);
    const { on } = kindOf(entry.type);
    if (on !== job.status) return on === 'open' ? closedJob(number) : refused(`Job ${number} is not closed.`);
    const against = await refusedOn(db, by, job, entry, transaction);
    if (against !== null) return refused(against);
    const row = await store(db, job.id, by, stage, entry, transaction);
    await settle(db, job, entryKindOf(entry).status, by.at, transaction);
    return done({ entryId: row.id });
  });
}

/**
 * Uses belts on a job: quantity, ticket entry and stage in one transaction, with the current drive. Refused if the
 * stock row or the drive changed since the assessment. Thus the last belt is not promised twice, and no verdict is
 * recorded for another drive.
 */
export async function bookBelt(
  db: ShopDatabase,
  by: Writer,
  number: number,
  shelfVersion: number,
  body: BeltBooked,
): Promise<Outcome<{ entryId: number }, ShelfBelt>> {
  return db.transact(async (transaction) => {
    const job = await held(db, number, transaction);
    if (!job) return noJob(number);
    if (job.status === 'closed') return closedJob(number);
    const belt = await db.models.ShelfBelt.findOne({
      where: { id: body.shelfBeltId, shopId: db.shopId },
      transaction,
      lock: ROW_TO_CHANGE,
    });
    if (!belt) return refused(`${body.belt} was deleted from stock while you were editing. Choose another belt.`);
    if (belt.version !== shelfVersion) return stale('belt', plainShelfBelt(belt));
    if (belt.quantity < 1) return refused(`The last ${body.belt} was already used from bin ${belt.bin}. Choose another belt or order one.`);
    if (belt.quantity < body.pieces)
      return refused(
        `It takes ${body.pieces} matched ${body.belt}, and bin ${belt.bin} holds ${belt.quantity}. Choose another belt or order more.`,
      );
    if (body.drive && !(await keepVersion(db, body.drive, transaction)))
      return refused('The drive was changed during the assessment of this belt. Check the verdict again before you use the belt.');
    await belt.update({ quantity: belt.quantity - body.pieces, version: belt.version + 1 }, { transaction });
    const entry = await store(db, job.id, by, 'match', { type: 'belt-booked', body }, transaction);
    await settle(db, job, null, by.at, transaction);
    return done({ entryId: entry.id });
  });
}

/** Takes parts off the shelf for a job: quantity and ticket line together. */
export async function fitPart(
  db: ShopDatabase,
  by: Writer,
  number: number,
  stage: Stage,
  { partId, quantity }: { readonly partId: number; readonly quantity: number },
): Promise<Outcome<{ entryId: number }>> {
  return db.transact(async (transaction) => {
    const job = await held(db, number, transaction);
    if (!job) return noJob(number);
    if (job.status === 'closed') return closedJob(number);
    const part = await db.models.Part.findOne({ where: { id: partId, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!part) return refused('This part was deleted from stock while you were editing. Choose another part.');
    if (part.quantity < quantity)
      return refused(
        part.quantity === 0
          ? `The last ${part.name} was already used from ${part.bin || 'stock'}.`
          : `There ${part.quantity === 1 ? 'is one' : `are ${part.quantity}`} ${part.name} left, not ${quantity}.`,
      );
    await part.update({ quantity: part.quantity - quantity, version: part.version + 1 }, { transaction });
    const { name, number: ordered, bin, priceCents } = part;
    const body = { partId, name, number: ordered, bin, quantity, priceCents };
    const entry = await store(db, job.id, by, stage, { type: 'part-fitted', body }, transaction);
    await settle(db, job, null, by.at, transaction);
    return done({ entryId: entry.id });
  });
}

/** Keeps a picture and its line on the ticket together. */
export async function addPicture(
  db: ShopDatabase,
  by: Writer,
  number: number,
  stage: Stage,
  { shows, about, ...paper }: Paper & { readonly shows: string; readonly about: string },
): Promise<Outcome<{ entryId: number }>> {
  return db.transact(async (transaction) => {
    const job = await held(db, number, transaction);
    if (!job) return noJob(number);
    if (job.status === 'closed') return closedJob(number);
    const { id: documentId } = await db.models.Document.create(
      {
        shopId: db.shopId,
        jobId: job.id,
        name: shows,
        mediaType: paper.mediaType,
        ...(await storeFile(db, 'documents', paper)),
        personId: by.personId,
        at: by.at,
      },
      { transaction },
    );
    const body = { documentId, shows, about };
    const entry = await store(db, job.id, by, stage, { type: 'picture', body }, transaction);
    await settle(db, job, null, by.at, transaction);
    return done({ entryId: entry.id });
  });
}

/** Keeps a drive as it is at this version; false where it is at another. */
async function keepVersion(
  db: ShopDatabase,
  { id, version }: { readonly id: number; readonly version: number },
  transaction: Transaction,
): Promise<boolean> {
  const row = await db.models.Drive.findOne({ where: { id, shopId: db.shopId, version }, transaction, lock: ROW_TO_CHANGE });
  if (!row) return false;
  await db.models.DriveVersion.findOrCreate({
    where: { shopId: db.shopId, driveId: id, version },
    defaults: { shopId: db.shopId, driveId: id, version, document: row.document },
    transaction,
  });
  return true;
}

/** Stock row of an entry from before rows had ids: by its number if readable, otherwise by its measured size. */
function placeOf({ belt, bin, section, outsideMm, priceCents }: BeltBooked): Omit<ShelfBeltFields, 'quantity'> {
  const read = readShelfFields({ designation: belt, quantity: '0' }, 'mm');
  const size = read.ok
    ? { designation: belt, section: read.fields.section, lengthMm: null, lengthReference: null }
    : { designation: null, section, lengthMm: outsideMm, lengthReference: 'outside' as const };
  return { ...size, lengthTyped: null, bin, priceCents, supplierNote: '' };
}

/** Strikes out an entry: it stays on the ticket as struck out, and its effect is undone in the same transaction. */
export async function voidEntry(db: ShopDatabase, by: Writer, number: number, entryId: number): Promise<Outcome<{ said: string }>> {
  return db.transact(async (transaction) => {
    const job = await held(db, number, transaction);
    if (!job) return noJob(number);
    if (job.status === 'closed') return closedJob(number);
    const entry = await db.models.TicketEntry.findOne({ where: { id: entryId, jobId: job.id }, transaction, lock: ROW_TO_CHANGE });
    const read = entry && readBody(entry.type, entry.bodyVersion, entry.body);
    if (!entry || !read?.ok) return refused('That ticket line cannot be struck out.');
    if (entry.withdrawnAt !== null) return refused('That line is already struck out.');
    const acts = entryKindOf(read.value);
    if (!acts.undoable) return refused('That ticket line cannot be struck out.');
    await entry.update({ withdrawnAt: by.at }, { transaction });
    await settle(db, job, null, by.at, transaction);
    const { shelf } = acts;
    if (shelf && 'shelfBeltId' in shelf && read.value.type === 'belt-booked') {
      const fields = read.value.body.place ?? placeOf(read.value.body);
      await putBack(db, { id: shelf.shelfBeltId, fields }, -shelf.by, transaction);
    }
    if (shelf && 'partId' in shelf && read.value.type === 'part-fitted') await putPartBack(db, read.value.body, transaction);
    return done({ said: acts.takenBack });
  });
}

/** Which drive and belt of the machine the job is about. */
export async function chooseDrive(db: ShopDatabase, by: Writer, number: number, driveId: number, beltId: string): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const job = await held(db, number, transaction);
    if (!job) return noJob(number);
    if (job.status === 'closed') return closedJob(number);
    const gone = await missingBelt(db, driveId, beltId, transaction);
    if (gone) return gone;
    await job.update({ driveId, beltId, version: job.version + 1 }, { transaction });
    await storeDerived(db, job, transaction);
    return done(null);
  });
}
