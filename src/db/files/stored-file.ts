import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { Database, ShopDatabase } from '../connection';
import { objectStore, type ObjectStore } from './object-store';

/** Tables with files. */
export const FILE_TABLES = ['documents', 'photos'] as const;
export type FileTable = (typeof FILE_TABLES)[number];

/** Place of a file: its bytes in the row, or its key in the object store. */
export interface FilePlace {
  readonly bytes: Buffer | null;
  readonly objectKey: string | null;
}

/**
 * Stores a file, and returns its place for the row. If the transaction of the row is rolled back, the object stays
 * without a row until `removeOrphans`.
 */
export async function storeFile(
  db: Pick<ShopDatabase, 'shopId'>,
  table: FileTable,
  { mediaType, bytes }: { readonly mediaType: string; readonly bytes: Buffer },
  store: ObjectStore | null = objectStore(),
): Promise<FilePlace> {
  if (!store) return { bytes, objectKey: null };
  const objectKey = `shop-${db.shopId}/${table}/${randomUUID()}`;
  await store.put(objectKey, mediaType, bytes);
  return { bytes: null, objectKey };
}

/** Bytes of a file. @throws Error if the object store lost it, or is not set up */
export async function loadFile({ bytes, objectKey }: FilePlace, store: ObjectStore | null = objectStore()): Promise<Buffer> {
  if (bytes) return bytes;
  if (!store) throw new Error('This file is in an object store. Set TAUT_FILES to its address.');
  const found = objectKey === null ? null : await store.get(objectKey);
  if (!found) throw new Error('The object store no longer holds this file.');
  return found;
}

/** Objects younger than this may belong to a transaction that is not committed yet, ms. */
const YOUNG_MS = 86_400_000;
const BATCH = 200;

/** Removes objects that no row refers to: their row was deleted, or never committed. @returns their number */
export async function removeOrphans(db: Database, now: Date, store: ObjectStore | null = objectStore()): Promise<number> {
  if (!store) return 0;
  let removed = 0;
  const check = async (keys: readonly string[]) => {
    const held = await db.sequelize.query<{ key: string }>(
      FILE_TABLES.map((table) => `SELECT object_key AS key FROM ${table} WHERE object_key = ANY ($1)`).join(' UNION '),
      { bind: [[...keys]], type: QueryTypes.SELECT },
    );
    const known = new Set(held.map((h) => h.key));
    const orphans = keys.filter((key) => !known.has(key));
    await store.remove(orphans);
    removed += orphans.length;
  };
  let batch: string[] = [];
  for await (const key of store.keysBefore(new Date(now.getTime() - YOUNG_MS))) {
    batch.push(key);
    if (batch.length < BATCH) continue;
    await check(batch);
    batch = [];
  }
  if (batch.length > 0) await check(batch);
  return removed;
}

/** Moves every file to the place that the environment sets up, one at a time. @returns the number of moved files */
export async function moveFiles(db: Database, target: 'database' | 'store', store: ObjectStore): Promise<number> {
  let moved = 0;
  for (const table of FILE_TABLES) {
    const owner = table === 'documents' ? 'd.shop_id' : '(SELECT n.shop_id FROM notebooks n WHERE n.id = d.notebook_id)';
    for (;;) {
      const [row] = await db.sequelize.query<{
        id: number;
        shopId: number;
        mediaType: string;
        bytes: Buffer | null;
        objectKey: string | null;
      }>(
        `SELECT d.id, ${owner} AS "shopId", d.media_type AS "mediaType", d.bytes, d.object_key AS "objectKey" FROM ${table} d
         WHERE ${target === 'store' ? 'd.bytes' : 'd.object_key'} IS NOT NULL ORDER BY d.id LIMIT 1`,
        { type: QueryTypes.SELECT },
      );
      if (!row) break;
      const bytes = await loadFile(row, store);
      const place =
        target === 'store' ? await storeFile(row, table, { mediaType: row.mediaType, bytes }, store) : { bytes, objectKey: null };
      await db.sequelize.query(`UPDATE ${table} SET bytes = $2, object_key = $3 WHERE id = $1`, {
        bind: [row.id, place.bytes, place.objectKey],
      });
      moved++;
    }
  }
  return moved;
}
