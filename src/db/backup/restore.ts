import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { storeFile } from '../files';
import { MIGRATIONS, runMigration } from '../migrate';
import type { Database, ShopDatabase } from '../connection';
import { announce } from '../repositories/changes';
import { deriveAll } from '../repositories/follow-ups';
import type { Archive } from './archive';
import { InvalidArchive, rowsIn, rowsPath } from './lines';
import { reserveIds, type NewIds } from './new-ids';
import { BACKUP_TABLES, withNewIds, type BackupTable, type NewId } from './tables';
import { columnList, pathOf, type Progress } from './write';

/** Schema for the rows of the archive until they are of this version. It never outlives its transaction. */
const SCRATCH = 'taut_restore';
/** Place of a file that is still in the archive. */
const PENDING = 'pending:';

export type RestoreResult = { readonly ok: true; readonly shopId: number } | { readonly ok: false; readonly problem: string };

/** Target of a restore: a new shop, or the empty shop of an owner, who stays. */
export type RestoreTarget = 'new-shop' | { readonly shopId: number };

/** Tables that must be empty in a shop before a restore. */
const MUST_BE_EMPTY = ['customers', 'drives', 'machines', 'notebooks', 'shelf_belts', 'parts', 'jobs'] as const;

/**
 * Restores an archive that `openArchive` checked, in one transaction. Into a database that was never used, every id stays
 * the same. Otherwise all rows get new ids. Rows of an older version are loaded into a schema of their own. The later
 * migrations run on them there. An archive may come from anyone: every row must belong to its one shop.
 */
export async function restoreBackup(
  db: Database,
  archive: Archive,
  target: RestoreTarget,
  onProgress: (progress: Progress) => void = () => undefined,
): Promise<RestoreResult> {
  try {
    return await restoreWhole(db, archive, target, onProgress);
  } catch (error) {
    if (error instanceof InvalidArchive) return { ok: false, problem: error.message };
    throw error;
  }
}

async function restoreWhole(
  db: Database,
  archive: Archive,
  target: RestoreTarget,
  onProgress: (progress: Progress) => void,
): Promise<RestoreResult> {
  const { schema, rows, files } = archive.manifest;
  const ids = await reserveIds(db, archive);
  const total = Object.values(rows).reduce((sum, n) => sum + n, 0) + Object.keys(files).length;
  let done = 0;
  const count = (n: number) => onProgress({ done: (done += n), total });
  return db.transact(async (): Promise<RestoreResult> => {
    const run = (sql: string) => db.sequelize.query(sql);
    if (target !== 'new-shop') {
      const filled = await firstFilled(db.ofShop(target.shopId));
      if (filled !== null) return { ok: false, problem: `This shop already has ${filled}. Restore into an empty shop.` };
    }
    await run(`DROP SCHEMA IF EXISTS ${SCRATCH} CASCADE; CREATE SCHEMA ${SCRATCH}; SET LOCAL search_path TO ${SCRATCH}, public`);
    const madeWith = MIGRATIONS.findIndex((m) => m.name === schema);
    for (const migration of MIGRATIONS.slice(0, madeWith + 1)) await runMigration(db.sequelize, migration);
    for (const table of BACKUP_TABLES.filter((t) => Object.hasOwn(files, rowsPath(t)))) await load(db, archive, table, ids, count);
    for (const migration of MIGRATIONS.slice(madeWith + 1)) await runMigration(db.sequelize, migration);
    const from = await onlyShop(db);
    await run('SET LOCAL search_path TO public');
    const shopId = target === 'new-shop' ? from : target.shopId;
    if (target !== 'new-shop') await adoptShop(db, from, shopId);
    await moveIntoPlace(db, target);
    const shop = db.ofShop(shopId);
    await restoreFiles(shop, archive, ids.oldId, count);
    await run(`DROP SCHEMA ${SCRATCH} CASCADE`);
    await deriveAll(shop);
    // Open pages of the shop read everything again.
    await announce(shop, { kind: 'backup.restore', id: randomUUID() });
    return { ok: true, shopId };
  });
}

/**
 * Id of the one shop of the archive, with its search path set. Every row must belong to it, or a forged archive could
 * write into another shop of this database.
 * @throws InvalidArchive otherwise
 */
async function onlyShop(db: Database): Promise<number> {
  const shops = await db.sequelize.query<{ id: number }>('SELECT id FROM shops', { type: QueryTypes.SELECT });
  const [only] = shops;
  if (!only || shops.length > 1) throw new InvalidArchive('The archive does not hold exactly one shop.');
  for (const { name, ofShop } of BACKUP_TABLES) {
    const foreign = await db.sequelize.query(`SELECT 1 FROM ${name} WHERE (${ofShop}) IS NOT TRUE LIMIT 1`, {
      bind: [only.id],
      type: QueryTypes.SELECT,
    });
    if (foreign.length > 0) throw new InvalidArchive(`The archive holds rows of another shop in ${name}.`);
  }
  return only.id;
}

/** Name of the first thing that an empty shop must not have. Null if it is empty. */
async function firstFilled(db: ShopDatabase): Promise<string | null> {
  await db.sequelize.query('SELECT id FROM shops WHERE id = $1 FOR UPDATE', { bind: [db.shopId] });
  for (const table of MUST_BE_EMPTY) {
    const found = await db.sequelize.query(`SELECT 1 FROM ${table} WHERE shop_id = $1 LIMIT 1`, {
      bind: [db.shopId],
      type: QueryTypes.SELECT,
    });
    if (found.length > 0) return table === 'shelf_belts' ? 'belts in stock' : table;
  }
  return null;
}

async function load(
  db: Database,
  archive: Archive,
  table: BackupTable,
  { same, newId }: NewIds,
  count: (rows: number) => void,
): Promise<void> {
  const columns = await columnList(db, table, SCRATCH);
  for await (const batch of rowsIn(archive, table)) {
    const rows = same ? `[${batch.join(',')}]` : JSON.stringify(batch.map((line) => moved(table, line, newId)));
    await db.sequelize.query(
      `INSERT INTO ${SCRATCH}.${table.name} (${columns}${table.files ? ', object_key' : ''})
       SELECT ${columns}${table.files ? `, '${PENDING}' || id` : ''} FROM jsonb_populate_recordset(NULL::${SCRATCH}.${table.name}, $1::jsonb)`,
      { bind: [rows] },
    );
    count(batch.length);
  }
}

/** A row with new ids. Its random ids may be in use, by the shop that the archive was made from. */
function moved(table: BackupTable, line: string, newId: NewId): Record<string, unknown> {
  const row = withNewIds(table, JSON.parse(line) as Record<string, unknown>, newId);
  return table.randomIds ? { ...row, id: randomUUID() } : row;
}

/** Copies the rows from the scratch schema. The shop and the people of an owner’s shop are there already. */
async function moveIntoPlace(db: Database, target: RestoreTarget): Promise<void> {
  for (const table of BACKUP_TABLES) {
    if (target !== 'new-shop' && table.name === 'shops') continue;
    const columns = `${await columnList(db, table)}${table.files ? ', object_key' : ''}`;
    const skip = target !== 'new-shop' && table.name === 'people' ? ' WHERE id NOT IN (SELECT id FROM public.people)' : '';
    await db.sequelize.query(`INSERT INTO public.${table.name} (${columns}) SELECT ${columns} FROM ${SCRATCH}.${table.name}${skip}`);
  }
}

const PEOPLE = BACKUP_TABLES.find((t) => t.name === 'people')!;

/**
 * Makes the rows of the archive those of a shop that exists. Its people stay: an account with the same email address is
 * the same person, with the current password.
 */
async function adoptShop(db: Database, from: number, shopId: number): Promise<void> {
  const run = (sql: string, bind: readonly unknown[] = []) => db.sequelize.query(sql, { bind: [...bind] });
  await run(
    `UPDATE public.shops s SET name = a.name, time_zone = a.time_zone, currency = a.currency, limits = a.limits,
       follow_up_rules = a.follow_up_rules, next_job_number = a.next_job_number, version = s.version + 1
     FROM ${SCRATCH}.shops a WHERE a.id = $1 AND s.id = $2`,
    [from, shopId],
  );
  // The scratch tables have foreign keys of their own, so the new shop and people must exist there first.
  await run(
    `INSERT INTO ${SCRATCH}.shops (id, name, next_job_number, time_zone) SELECT id, name, next_job_number, time_zone FROM public.shops WHERE id = $1`,
    [shopId],
  );
  for (const table of BACKUP_TABLES.filter((t) => 'shop_id' in t.refers && t.name !== 'people'))
    await run(`UPDATE ${SCRATCH}.${table.name} SET shop_id = $2 WHERE shop_id = $1`, [from, shopId]);
  const same = await db.sequelize.query<{ old: number; now: number }>(
    `SELECT a.id AS old, p.id AS now FROM ${SCRATCH}.people a JOIN public.people p ON p.shop_id = $2 AND p.email = a.email WHERE a.shop_id = $1`,
    { bind: [from, shopId], type: QueryTypes.SELECT },
  );
  await run(`UPDATE ${SCRATCH}.people SET shop_id = $2 WHERE shop_id = $1`, [from, shopId]);
  const columns = await columnList(db, PEOPLE);
  for (const { old, now } of same) {
    await run(`UPDATE ${SCRATCH}.people SET email = email || ' (moved)' WHERE id = $1`, [old]);
    await run(`INSERT INTO ${SCRATCH}.people (${columns}) SELECT ${columns} FROM public.people WHERE id = $1`, [now]);
    for (const table of BACKUP_TABLES.filter((t) => 'person_id' in t.refers))
      await run(`UPDATE ${SCRATCH}.${table.name} SET person_id = $2 WHERE person_id = $1`, [old, now]);
    await run(`DELETE FROM ${SCRATCH}.people WHERE id = $1`, [old]);
  }
}

/**
 * Stores the files of the archive, one at a time, at the place that this server uses.
 * @throws Error if a row has no file in the archive
 */
async function restoreFiles(db: ShopDatabase, archive: Archive, oldId: NewId, count: (files: number) => void): Promise<void> {
  for (const { files: table } of BACKUP_TABLES) {
    if (!table) continue;
    const rows = await db.sequelize.query<{ id: number; mediaType: string }>(
      `SELECT id, media_type AS "mediaType" FROM public.${table} WHERE object_key = '${PENDING}' || id ORDER BY id`,
      { type: QueryTypes.SELECT },
    );
    for (const { id, mediaType } of rows) {
      const path = pathOf(table, oldId(table, id), mediaType);
      if (!Object.hasOwn(archive.manifest.files, path)) throw new Error(`The file ${path} is not in the archive.`);
      const parts: Buffer[] = [];
      for await (const part of await archive.read(path)) parts.push(part as Buffer);
      const place = await storeFile(db, table, { mediaType, bytes: Buffer.concat(parts) });
      await db.sequelize.query(`UPDATE public.${table} SET bytes = $2, object_key = $3 WHERE id = $1`, {
        bind: [id, place.bytes, place.objectKey],
      });
      count(1);
    }
  }
}
