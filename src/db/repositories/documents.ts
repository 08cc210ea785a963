import { Op, type WhereOptions } from 'sequelize';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { loadFile, storeFile } from '../files';
import { done, refused } from '../outcome';
import { namesOf } from './people';
import type { DocumentOf, Outcome, StoredDocument } from '../../contract/records';

/** A stored document or picture. */
export interface Paper {
  readonly mediaType: 'application/pdf' | 'image/jpeg' | 'audio/wav';
  readonly bytes: Buffer;
}

/** Documents that one machine or drive may hold. */
const MOST = 200;

export async function addDocument(
  db: ShopDatabase,
  by: { readonly personId: number; readonly at: Date },
  of: DocumentOf,
  name: string,
  paper: Paper,
): Promise<Outcome<{ id: number }>> {
  return db.transact(async (transaction) => {
    const where = { shopId: db.shopId, id: 'driveId' in of ? of.driveId : of.machineId };
    const there =
      'driveId' in of
        ? await db.models.Drive.findOne({ where, transaction, lock: ROW_TO_CHANGE })
        : await db.models.Machine.findOne({ where, transaction, lock: ROW_TO_CHANGE });
    if (!there) return refused('Another user deleted the record of this document.');
    const held = await db.models.Document.count({ where: { ...('driveId' in of ? { driveId: of.driveId } : of) }, transaction });
    if (held >= MOST) return refused(`There are ${MOST} documents here. Remove one first.`);
    const row = await db.models.Document.create(
      {
        shopId: db.shopId,
        ...of,
        name,
        mediaType: paper.mediaType,
        ...(await storeFile(db, 'documents', paper)),
        personId: by.personId,
        at: by.at,
      },
      { transaction },
    );
    return done({ id: row.id });
  });
}

/** Documents of a machine and of its drives, the latest first. */
export async function documentsOf(
  db: ShopDatabase,
  { machineId, driveIds }: { readonly machineId?: number; readonly driveIds: readonly number[] },
): Promise<StoredDocument[]> {
  const of: WhereOptions[] = [{ driveId: [...driveIds] }, ...(machineId === undefined ? [] : [{ machineId }])];
  const rows = await db.models.Document.findAll({
    where: { shopId: db.shopId, [Op.or]: of },
    attributes: { exclude: ['bytes', 'objectKey'] },
    order: [['id', 'DESC']],
    raw: true,
  });
  const names = await namesOf(db, rows);
  return rows.map(({ id, name, mediaType, driveId, station, personId, at }) => ({
    id,
    name,
    mediaType,
    driveId,
    station,
    by: names(personId),
    at: at.toISOString(),
  }));
}

/** A document with its bytes; null where the shop has none of that id. */
export async function findDocument(db: ShopDatabase, id: number): Promise<{ name: string; mediaType: string; bytes: Buffer } | null> {
  const row = await db.models.Document.findOne({
    where: { shopId: db.shopId, id },
    attributes: ['name', 'mediaType', 'bytes', 'objectKey'],
    raw: true,
  });
  return row && { name: row.name, mediaType: row.mediaType, bytes: await loadFile(row) };
}

/** Deletes a document of a machine or drive permanently. Documents of tickets stay. */
export async function removeDocument(db: ShopDatabase, id: number): Promise<Outcome<null>> {
  const gone = await db.models.Document.destroy({ where: { shopId: db.shopId, id, jobId: null } });
  return gone > 0 ? done(null) : refused('Another user deleted this document.');
}
