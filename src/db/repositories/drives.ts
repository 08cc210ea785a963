import { stillUncertain, type Drive, type Uncertainty } from '../../core/drive';
import type { Database } from '../connection';
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

const summary = (row: DriveRow): DriveSummary => ({
  id: row.id,
  name: row.name,
  kind: row.kind,
  pulleys: row.document.pulleys.length,
  changedBy: row.changedBy,
  changedAt: row.changedAt.toISOString(),
  belts: row.document.belts.map((b) => ({
    id: b.id,
    label: b.label ?? b.id,
    section: b.section,
    designation: b.designation ?? null,
    length: b.length ?? null,
  })),
});

export async function listDrives(db: Database, shopId: number): Promise<DriveSummary[]> {
  return (await db.models.Drive.findAll({ where: { shopId }, order: [['name', 'ASC']] })).map(summary);
}

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
