import { stillUncertain, type Drive, type Uncertainty } from '../../core/drive';
import type { Database } from '../connection';
import { listPage, type ListPage, type ListQuery } from '../find';
import type { DriveRow } from '../models';
import { done, refused, stale, type Outcome } from '../outcome';

/** Which belt a drive asks for: by its number, or by section and length. */
export interface BeltSummary {
  readonly id: string;
  readonly label: string;
  readonly section: string;
  readonly designation: string | null;
  readonly length: { readonly value: number; readonly reference: string } | null;
}

export interface DriveSummary {
  readonly id: number;
  readonly name: string;
  readonly kind: string;
  readonly pulleys: number;
  readonly belts: readonly BeltSummary[];
  readonly changedBy: string;
  readonly changedAt: string;
}

export interface StoredDrive {
  readonly id: number;
  readonly document: Drive;
  /** How well its numbers are known, where it was measured and not drawn. */
  readonly uncertainty: Uncertainty | null;
  readonly changedBy: string;
  readonly changedAt: string;
  readonly version: number;
}

const plain = (row: DriveRow): StoredDrive => ({
  id: row.id,
  document: row.document,
  uncertainty: row.uncertainty,
  changedBy: row.changedBy,
  changedAt: row.changedAt.toISOString(),
  version: row.version,
});

/** What lists say of a drive that is there whole. */
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
export async function listDrives(db: Database, shopId: number, query: ListQuery): Promise<ListPage<DriveSummary>> {
  const page = await listPage<Omit<DriveSummary, 'changedAt'> & { changedAt: Date }>(
    db,
    {
      select: `d.id, d.name, d.kind, d.changed_by AS "changedBy", d.changed_at AS "changedAt",
        jsonb_array_length(d.document -> 'pulleys') AS pulleys,
        (SELECT coalesce(jsonb_agg(jsonb_build_object('id', b ->> 'id', 'label', coalesce(b ->> 'label', b ->> 'id'), 'section', b ->> 'section',
          'designation', b ->> 'designation', 'length', b -> 'length') ORDER BY n), '[]')
          FROM jsonb_array_elements(d.document -> 'belts') WITH ORDINALITY AS belts (b, n)) AS belts`,
      from: 'drives d',
      where: 'd.shop_id = $1',
      values: [shopId],
      matches: 'd.find_text LIKE ?',
      order: 'd.name, d.id',
    },
    query,
  );
  return { ...page, rows: page.rows.map((r) => ({ ...r, changedAt: r.changedAt.toISOString() })) };
}

/** Drives by their ids, whole; those that are gone are left out. */
export async function drivesOf(db: Database, shopId: number, ids: readonly number[]): Promise<StoredDrive[]> {
  return (await db.models.Drive.findAll({ where: { id: [...ids], shopId }, order: [['name', 'ASC']] })).map(plain);
}

export const isDrive = async (db: Database, shopId: number, id: number): Promise<boolean> =>
  (await db.models.Drive.count({ where: { shopId, id } })) > 0;

export async function findDrive(db: Database, shopId: number, id: number): Promise<StoredDrive | null> {
  const row = await db.models.Drive.findOne({ where: { id, shopId } });
  return row ? plain(row) : null;
}

export async function addDrive(db: Database, shopId: number, document: Drive, by: string, now: Date): Promise<StoredDrive> {
  return plain(
    await db.models.Drive.create({
      shopId,
      name: document.name,
      kind: document.kind,
      document,
      uncertainty: null,
      changedBy: by,
      changedAt: now,
    }),
  );
}

/** Saves over the version that was read; a newer one in between is handed back, not overwritten. */
export async function saveDrive(
  db: Database,
  shopId: number,
  id: number,
  version: number,
  document: Drive,
  by: string,
  now: Date,
): Promise<Outcome<StoredDrive, StoredDrive>> {
  return db.sequelize.transaction(async (transaction) => {
    const row = await db.models.Drive.findOne({ where: { id, shopId }, transaction, lock: true });
    if (!row) return refused('This drive was removed meanwhile; save it as a new one to keep it.');
    if (row.version !== version) return stale('drive', plain(row));
    const uncertainty = row.uncertainty && stillUncertain(document, row.uncertainty) ? row.uncertainty : null;
    await row.update(
      { name: document.name, kind: document.kind, document, uncertainty, changedBy: by, changedAt: now, version: version + 1 },
      { transaction },
    );
    return done(plain(row));
  });
}

export async function removeDrive(db: Database, shopId: number, id: number): Promise<Outcome<StoredDrive>> {
  const row = await db.models.Drive.findOne({ where: { id, shopId } });
  if (!row) return refused('This drive is already gone.');
  if ((await db.models.Job.count({ where: { driveId: id, status: 'open' } })) > 0)
    return refused('An open job uses this drive; close the job first.');
  await row.destroy();
  return done(plain(row));
}
