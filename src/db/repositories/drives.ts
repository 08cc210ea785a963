import { stillUncertain, type Drive } from '../../core/drive';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { listPage, type ListQuery } from '../find';
import { isUnreadable } from '../../contract/unreadable';
import { readDrive, readUncertainty, unreadableRow } from '../stored-documents';
import type { DriveRow } from '../rows';
import { done, refused, stale } from '../outcome';
import { deriveFollowUps, deriveOfDrive, machinesWith } from './follow-ups';
import type { DriveSummary, ListPage, Outcome, StoredDrive, UnreadableRow } from '../../contract/records';

function plain(row: DriveRow): StoredDrive | UnreadableRow {
  const read = readDrive(row.document);
  return read.ok ? withDocument(row, read.value) : unreadableRow(row, read);
}

const withDocument = (row: DriveRow, document: Drive): StoredDrive => ({
  id: row.id,
  document,
  uncertainty: readUncertainty(row.uncertainty),
  changedBy: row.changedBy,
  changedAt: row.changedAt.toISOString(),
  version: row.version,
});

/** Summary of a readable drive for lists. */
export const summaryOf = ({ id, document, changedBy, changedAt }: StoredDrive): DriveSummary => ({
  id,
  name: document.name,
  kind: document.kind,
  pulleys: document.pulleys.length,
  changedBy,
  changedAt,
  belts: document.belts.map((b) => ({
    id: b.id,
    label: b.label ?? b.id,
    section: b.section,
    designation: b.designation ?? null,
    length: b.length ?? null,
  })),
});

/** A page of drives by name, without their documents; words are found in the name, the kind and the numbers of belts. */
export async function listDrives(db: ShopDatabase, query: ListQuery): Promise<ListPage<DriveSummary>> {
  const page = await listPage<Omit<DriveSummary, 'changedAt'> & { changedAt: Date }>(
    db,
    {
      select: `d.id, d.name, d.kind, d.changed_by AS "changedBy", d.changed_at AS "changedAt",
        jsonb_array_length(jsonb_path_query_array(d.document, '$.pulleys[*]')) AS pulleys,
        (SELECT coalesce(jsonb_agg(jsonb_build_object('id', b ->> 'id', 'label', coalesce(b ->> 'label', b ->> 'id'), 'section', b ->> 'section',
          'designation', b ->> 'designation', 'length', b -> 'length') ORDER BY n), '[]')
          FROM jsonb_array_elements(jsonb_path_query_array(d.document, '$.belts[*]')) WITH ORDINALITY AS belts (b, n)
          WHERE b ->> 'id' IS NOT NULL) AS belts`,
      from: 'drives d',
      where: 'd.shop_id = $1',
      values: [db.shopId],
      matches: 'd.find_text LIKE ?',
      order: 'd.name, d.id',
    },
    query,
  );
  return { ...page, rows: page.rows.map((r) => ({ ...r, changedAt: r.changedAt.toISOString() })) };
}

/** Drives by their ids, with the unreadable ones separate. Deleted ones are omitted. */
export async function drivesOf(
  db: ShopDatabase,
  ids: readonly number[],
): Promise<{ readonly drives: readonly StoredDrive[]; readonly unreadable: readonly UnreadableRow[] }> {
  const all = (await db.models.Drive.findAll({ where: { id: [...ids], shopId: db.shopId }, order: [['name', 'ASC']] })).map(plain);
  return { drives: all.filter((d): d is StoredDrive => !isUnreadable(d)), unreadable: all.filter(isUnreadable) };
}

/** A drive at the version of a belt use. Null if that version was not stored. */
export async function driveAt(
  db: ShopDatabase,
  { id, version }: { readonly id: number; readonly version: number },
): Promise<Drive | UnreadableRow | null> {
  const row = await db.models.DriveVersion.findOne({ where: { shopId: db.shopId, driveId: id, version } });
  if (!row) return null;
  const read = readDrive(row.document);
  return read.ok ? read.value : unreadableRow({ id, name: `Version ${version} of the drive` }, read);
}

/** Name of a drive. Null if the id does not exist. */
export const nameOf = async (db: ShopDatabase, id: number): Promise<string | null> =>
  (await db.models.Drive.findOne({ where: { shopId: db.shopId, id }, attributes: ['name'], raw: true }))?.name ?? null;

export async function findDrive(db: ShopDatabase, id: number): Promise<StoredDrive | UnreadableRow | null> {
  const row = await db.models.Drive.findOne({ where: { id, shopId: db.shopId } });
  return row ? plain(row) : null;
}

export async function addDrive(db: ShopDatabase, document: Drive, by: string, now: Date): Promise<StoredDrive> {
  const row = await db.models.Drive.create({
    shopId: db.shopId,
    name: document.name,
    kind: document.kind,
    document,
    uncertainty: null,
    changedBy: by,
    changedAt: now,
  });
  return withDocument(row, document);
}

/** Saves over the version that was read; a newer one in between is handed back, not overwritten. */
export async function saveDrive(
  db: ShopDatabase,
  id: number,
  version: number,
  document: Drive,
  by: string,
  now: Date,
): Promise<Outcome<StoredDrive, StoredDrive>> {
  return db.transact(async (transaction) => {
    const row = await db.models.Drive.findOne({ where: { id, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!row) return refused('Another user deleted this drive. Save yours as a new drive.');
    if (row.version !== version) {
      const theirs = plain(row);
      return isUnreadable(theirs) ? refused(`${theirs.problem} Save yours as a new drive.`) : stale('drive', theirs);
    }
    const known = readUncertainty(row.uncertainty);
    const uncertainty = known && stillUncertain(document, known) ? known : null;
    await row.update(
      { name: document.name, kind: document.kind, document, uncertainty, changedBy: by, changedAt: now, version: version + 1 },
      { transaction },
    );
    await deriveOfDrive(db, id);
    return done(withDocument(row, document));
  });
}

/** Takes a drive away; answers it whole, so that it can be put back, where it reads. */
export async function removeDrive(db: ShopDatabase, id: number): Promise<Outcome<StoredDrive | null>> {
  return db.transact(() => remove(db, id));
}

async function remove(db: ShopDatabase, id: number): Promise<Outcome<StoredDrive | null>> {
  const row = await db.models.Drive.findOne({ where: { id, shopId: db.shopId } });
  if (!row) return refused('This drive is already deleted.');
  if ((await db.models.Job.count({ where: { driveId: id, status: 'open' } })) > 0)
    return refused('An open job uses this drive. Close the job first.');
  const machineIds = await machinesWith(db, id);
  await row.destroy();
  await deriveFollowUps(db, machineIds);
  const gone = plain(row);
  return done(isUnreadable(gone) ? null : gone);
}
