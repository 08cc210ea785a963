import { Op, type Transaction } from 'sequelize';
import type { Drive, Uncertainty } from '../../core/drive';
import type { Notebook } from '../../core/survey';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { listPage, type ListQuery } from '../find';
import { isUnreadable } from '../../contract/unreadable';
import { readNotebook, unreadableRow } from '../stored-documents';
import type { MachineRow, NotebookRow } from '../rows';
import { loadFile, storeFile } from '../files';
import { deriveFollowUps, deriveOfDrive } from './follow-ups';
import { done, refused, stale } from '../outcome';
import type { ListPage, NotebookSummary, Outcome, StoredNotebook, UnreadableRow } from '../../contract/records';

export interface StoredPhoto {
  readonly mediaType: string;
  readonly bytes: Buffer;
}

/** A notebook holds no more than this many photos. */
const MOST_PHOTOS = 6;

function plain(row: NotebookRow, machine: MachineRow | null): StoredNotebook | UnreadableRow {
  const read = readNotebook(row.document);
  return read.ok ? withDocument(row, read.value, machine) : unreadableRow(row, read);
}

const withDocument = (row: NotebookRow, document: Notebook, machine: MachineRow | null): StoredNotebook => ({
  id: row.id,
  document,
  driveId: row.driveId,
  machine: machine && { id: machine.id, name: machine.name },
  changedBy: row.changedBy,
  changedAt: row.changedAt.toISOString(),
  version: row.version,
});

const machineOf = (db: ShopDatabase, row: NotebookRow, transaction?: Transaction): Promise<MachineRow | null> =>
  row.machineId === null ? Promise.resolve(null) : db.models.Machine.findByPk(row.machineId, transaction ? { transaction } : {});

/**
 * A page of notebooks, the latest first, without their documents.
 * @param of only those of one machine from which no drive was made yet
 */
export async function listNotebooks(
  db: ShopDatabase,
  query: ListQuery,
  of?: { readonly machineId: number },
): Promise<ListPage<NotebookSummary>> {
  const page = await listPage<Omit<NotebookSummary, 'changedAt'> & { changedAt: Date }>(
    db,
    {
      select: `n.id, n.name, n.document ->> 'kind' AS kind, n.drive_id AS "driveId", n.machine_id AS "machineId", n.changed_by AS "changedBy",
        n.changed_at AS "changedAt", jsonb_array_length(jsonb_path_query_array(n.document, '$.measures[*] ? (@.value != null)')) AS measured,
        jsonb_array_length(jsonb_path_query_array(n.document, '$.measures[*] ? (!(@.skipped == true))')) AS asked`,
      from: 'notebooks n',
      where: of ? 'n.shop_id = $1 AND n.machine_id = $2 AND n.drive_id IS NULL' : 'n.shop_id = $1',
      values: of ? [db.shopId, of.machineId] : [db.shopId],
      matches: 'lower(n.name) LIKE ?',
      order: 'n.changed_at DESC, n.id DESC',
    },
    query,
  );
  return { ...page, rows: page.rows.map((r) => ({ ...r, changedAt: r.changedAt.toISOString() })) };
}

export const isNotebook = async (db: ShopDatabase, id: number): Promise<boolean> =>
  (await db.models.Notebook.count({ where: { shopId: db.shopId, id } })) > 0;

export async function findNotebook(db: ShopDatabase, id: number): Promise<StoredNotebook | UnreadableRow | null> {
  const row = await db.models.Notebook.findOne({ where: { id, shopId: db.shopId } });
  return row ? plain(row, await machineOf(db, row)) : null;
}

/** The notebook that a drive was made from; the latest where there are several. */
export async function notebookOfDrive(db: ShopDatabase, driveId: number): Promise<number | null> {
  return (await db.models.Notebook.findOne({ where: { driveId, shopId: db.shopId }, order: [['changedAt', 'DESC']] }))?.id ?? null;
}

/** @param machineId the machine it is measured for; one that is not the shop's counts as none */
export async function addNotebook(
  db: ShopDatabase,
  document: Notebook,
  by: string,
  now: Date,
  machineId: number | null = null,
): Promise<StoredNotebook> {
  const machine = machineId === null ? null : await db.models.Machine.findOne({ where: { id: machineId, shopId: db.shopId } });
  const fields = {
    shopId: db.shopId,
    driveId: null,
    machineId: machine?.id ?? null,
    name: document.name,
    document,
    changedBy: by,
    changedAt: now,
  };
  return withDocument(await db.models.Notebook.create(fields), document, machine);
}

/** Saves over the version that was read; a newer one in between is handed back, not overwritten. */
export async function saveNotebook(
  db: ShopDatabase,
  id: number,
  version: number,
  document: Notebook,
  by: string,
  now: Date,
): Promise<Outcome<StoredNotebook, StoredNotebook>> {
  return db.transact(async (transaction) => {
    const row = await db.models.Notebook.findOne({ where: { id, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!row) return refused('Another user deleted this notebook. Your entries are saved on this device.');
    const machine = await machineOf(db, row, transaction);
    if (row.version !== version) {
      const theirs = plain(row, machine);
      return isUnreadable(theirs) ? refused(`${theirs.problem} Your entries are saved on this device.`) : stale('notebook', theirs);
    }
    await row.update({ name: document.name, document, changedBy: by, changedAt: now, version: version + 1 }, { transaction });
    return done(withDocument(row, document, machine));
  });
}

/** Takes a notebook away; answers it whole, so that it can be put back, where it reads. */
export async function removeNotebook(db: ShopDatabase, id: number): Promise<Outcome<StoredNotebook | null>> {
  const row = await db.models.Notebook.findOne({ where: { id, shopId: db.shopId } });
  if (!row) return refused('This notebook is already deleted.');
  const gone = plain(row, await machineOf(db, row));
  await row.destroy();
  return done(isUnreadable(gone) ? null : gone);
}

/** Adds the drive of a notebook to the shop and its machine, or replaces the drive made from it before. */
export async function saveDriveOfNotebook(
  db: ShopDatabase,
  id: number,
  drive: Drive,
  uncertainty: Uncertainty,
  by: string,
  now: Date,
): Promise<Outcome<{ driveId: number }>> {
  return db.transact(async (transaction) => {
    const row = await db.models.Notebook.findOne({ where: { id, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!row) return refused('Another user deleted this notebook.');
    const fields = { name: drive.name, kind: drive.kind, document: drive, uncertainty, changedBy: by, changedAt: now };
    const before =
      row.driveId === null
        ? null
        : await db.models.Drive.findOne({ where: { id: row.driveId, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (before) {
      await before.update({ ...fields, version: before.version + 1 }, { transaction });
      await deriveOfDrive(db, before.id);
      return done({ driveId: before.id });
    }
    const made = await db.models.Drive.create({ shopId: db.shopId, ...fields }, { transaction });
    await row.update({ driveId: made.id }, { transaction });
    if (row.machineId !== null) {
      await db.models.MachineDrive.create({ machineId: row.machineId, driveId: made.id }, { transaction });
      await deriveFollowUps(db, [row.machineId]);
    }
    return done({ driveId: made.id });
  });
}

export async function addPhoto(
  db: ShopDatabase,
  notebookId: number,
  photo: StoredPhoto & { readonly width: number; readonly height: number },
  by: string,
  now: Date,
): Promise<Outcome<{ id: number; width: number; height: number }>> {
  return db.transact(async (transaction) => {
    const row = await db.models.Notebook.findOne({ where: { id: notebookId, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!row) return refused('Another user deleted this notebook. The photo was not saved.');
    const read = readNotebook(row.document);
    if (!read.ok) return refused(read.problem);
    const kept = read.value.photos.map((p) => p.photo);
    // One taken off the page stays for an undo until its room is needed.
    if ((await db.models.Photo.count({ where: { notebookId }, transaction })) >= MOST_PHOTOS)
      await db.models.Photo.destroy({ where: { notebookId, id: { [Op.notIn]: kept } }, transaction });
    if ((await db.models.Photo.count({ where: { notebookId }, transaction })) >= MOST_PHOTOS)
      return refused(`A notebook holds ${MOST_PHOTOS} photos. Delete one before you add another.`);
    const { mediaType, width, height, bytes } = photo;
    const place = await storeFile(db, 'photos', { mediaType, bytes });
    const made = await db.models.Photo.create(
      { notebookId, mediaType, width, height, ...place, addedBy: by, addedAt: now },
      { transaction },
    );
    return done({ id: made.id, width, height });
  });
}

export async function findPhoto(db: ShopDatabase, id: number): Promise<StoredPhoto | null> {
  const photo = await db.models.Photo.findByPk(id);
  if (!photo || !(await db.models.Notebook.findOne({ where: { id: photo.notebookId, shopId: db.shopId } }))) return null;
  return { mediaType: photo.mediaType, bytes: await loadFile(photo) };
}
