import { randomUUID } from 'node:crypto';
import { createInterface } from 'node:readline';
import { QueryTypes } from 'sequelize';
import { FILE_TABLES, storeFile } from '../files';
import { MIGRATIONS, runMigration } from '../migrate';
import type { Database, ShopDatabase } from '../connection';
import { deriveAll } from '../repositories/follow-ups';
import type { Archive } from './archive';
import { BACKUP_TABLES, withNewIds, type BackupTable, type NewId } from './tables';
import { columnsOf, pathOf, type Progress } from './write';

/** Rows written together. */
const BATCH = 500;
/** Schema for the rows of the archive until they are of this version. It never outlives its transaction. */
const SCRATCH = 'taut_restore';
/** Place of a file that is still in the archive. */
const PENDING = 'pending:';

export type RestoreResult = { readonly ok: true; readonly shopId: number } | { readonly ok: false; readonly problem: string };

/** Target of a restore: a new shop, or the empty shop of an owner, who stays. */
export type RestoreTarget = 'new-shop' | { readonly shopId: number };

/** Tables with a number of their own. */
const NUMBERED = BACKUP_TABLES.filter((t) => t.key.length === 1 && t.key[0] === 'id' && !['shelf_imports', 'acts'].includes(t.name));

/** Tables that must be empty in a shop before a restore. */
const MUST_BE_EMPTY = ['customers', 'drives', 'machines', 'notebooks', 'shelf_belts', 'parts', 'jobs'] as const;

/**
 * Restores an archive that `openArchive` checked, in one transaction. Into an empty database, every id stays the same.
 * In a database with other shops, all ids are moved by a constant for each table. Rows of an older version are loaded
 * into a schema of their own. The later migrations run on them there.
 */
export async function restoreBackup(
  db: Database,
  archive: Archive,
  target: RestoreTarget,
  onProgress: (progress: Progress) => void = () => undefined,
): Promise<RestoreResult> {
  const { schema, rows, files } = archive.manifest;
  const offsets = await reserveIds(db, archive);
  const fresh = [...offsets.values()].every((offset) => offset === 0);
  const newId: NewId = (table, id) => id + (offsets.get(table) ?? 0);
  return db.transact(async () => {
    const run = (sql: string) => db.sequelize.query(sql);
    if (target !== 'new-shop') {
      const filled = await firstFilled(db.ofShop(target.shopId));
      if (filled !== null) return { ok: false, problem: `This shop already has ${filled}. Restore into an empty shop.` };
    }
    await run(`DROP SCHEMA IF EXISTS ${SCRATCH} CASCADE; CREATE SCHEMA ${SCRATCH}; SET LOCAL search_path TO ${SCRATCH}, public`);
    const madeWith = MIGRATIONS.findIndex((m) => m.name === schema);
    for (const migration of MIGRATIONS.slice(0, madeWith + 1)) await runMigration(db.sequelize, migration);
    const total = Object.values(rows).reduce((sum, n) => sum + n, 0) + Object.keys(files).length;
    let done = 0;
    const count = (n: number) => onProgress({ done: (done += n), total });
    for (const table of BACKUP_TABLES) {
      if (Object.hasOwn(files, `tables/${table.name}.jsonl`)) await load(db, archive, table, { fresh, newId, count });
    }
    for (const migration of MIGRATIONS.slice(madeWith + 1)) await runMigration(db.sequelize, migration);
    await run('SET LOCAL search_path TO public');
    const shopId = await moveIntoPlace(db, target);
    await restoreFiles(db.ofShop(shopId), archive, (table, id) => id - (offsets.get(table) ?? 0), count);
    await run(`DROP SCHEMA ${SCRATCH} CASCADE`);
    await deriveAll(db.ofShop(shopId));
    return { ok: true, shopId };
  });
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

/**
 * Reserves numbers for the rows of an archive. Inserts wait for this moment only, and none gets a reserved number.
 * @returns the difference of new and old ids, by table. 0 for a table that was never used
 */
async function reserveIds(db: Database, archive: Archive): Promise<ReadonlyMap<string, number>> {
  const highest = new Map<string, number>();
  for (const table of NUMBERED) highest.set(table.name, await highestId(archive, table));
  return db.transact(async () => {
    const offsets = new Map<string, number>();
    await db.sequelize.query(`LOCK TABLE ${NUMBERED.map((t) => t.name).join(', ')} IN EXCLUSIVE MODE`);
    for (const { name } of NUMBERED) {
      const [row] = await db.sequelize.query<{ used: number }>(
        `SELECT CASE WHEN is_called THEN last_value ELSE 0 END::integer AS used FROM ${name}_id_seq`,
        { type: QueryTypes.SELECT },
      );
      const used = row?.used ?? 0;
      offsets.set(name, used);
      const last = used + (highest.get(name) ?? 0);
      if (last > 0) await db.sequelize.query(`SELECT setval('${name}_id_seq', $1)`, { bind: [last] });
    }
    return offsets;
  });
}

async function highestId(archive: Archive, table: BackupTable): Promise<number> {
  let highest = 0;
  for await (const batch of linesIn(archive, table)) {
    // Rows are in the order of their ids.
    const last = batch.at(-1);
    if (last !== undefined) highest = (JSON.parse(last) as { readonly id: number }).id;
  }
  return highest;
}

/** Lines of a table, in batches. */
async function* linesIn(archive: Archive, table: BackupTable): AsyncGenerator<string[]> {
  const path = `tables/${table.name}.jsonl`;
  if (!Object.hasOwn(archive.manifest.files, path)) return;
  let batch: string[] = [];
  for await (const line of createInterface({ input: await archive.read(path), crlfDelay: Infinity })) {
    batch.push(line);
    if (batch.length < BATCH) continue;
    yield batch;
    batch = [];
  }
  if (batch.length > 0) yield batch;
}

interface Loading {
  /** All ids stay the same. */
  readonly fresh: boolean;
  readonly newId: NewId;
  readonly count: (rows: number) => void;
}

async function load(db: Database, archive: Archive, table: BackupTable, { fresh, newId, count }: Loading): Promise<void> {
  const columns = (await columnsOf(db, table, SCRATCH)).map((c) => `"${c}"`).join(', ');
  const isFile = (FILE_TABLES as readonly string[]).includes(table.name);
  for await (const batch of linesIn(archive, table)) {
    const rows = fresh ? `[${batch.join(',')}]` : JSON.stringify(batch.map((line) => moved(table, line, newId)));
    await db.sequelize.query(
      `INSERT INTO ${SCRATCH}.${table.name} (${columns}${isFile ? ', object_key' : ''})
       SELECT ${columns}${isFile ? `, '${PENDING}' || id` : ''} FROM jsonb_populate_recordset(NULL::${SCRATCH}.${table.name}, $1::jsonb)`,
      { bind: [rows] },
    );
    count(batch.length);
  }
}

/** A row with new ids. Its random ids may be in use, by the shop that the archive was made from. */
function moved(table: BackupTable, line: string, newId: NewId): Record<string, unknown> {
  const row = withNewIds(table, JSON.parse(line) as Record<string, unknown>, newId);
  return typeof row['id'] === 'string' ? { ...row, id: randomUUID() } : row;
}

/** Copies the rows from the scratch schema. @returns the id of the shop */
async function moveIntoPlace(db: Database, target: RestoreTarget): Promise<number> {
  const run = (sql: string, bind: readonly unknown[] = []) => db.sequelize.query(sql, { bind: [...bind] });
  const [made] = await db.sequelize.query<{ id: number }>(`SELECT id FROM ${SCRATCH}.shops`, { type: QueryTypes.SELECT });
  const from = made!.id;
  if (target !== 'new-shop') await adoptShop(db, from, target.shopId);
  for (const table of BACKUP_TABLES) {
    if (target !== 'new-shop' && table.name === 'shops') continue;
    const columns = (await columnsOf(db, table)).map((c) => `"${c}"`).join(', ');
    const isFile = (FILE_TABLES as readonly string[]).includes(table.name);
    const all = isFile ? `${columns}, object_key` : columns;
    const skip = target !== 'new-shop' && table.name === 'people' ? ' WHERE id NOT IN (SELECT id FROM public.people)' : '';
    await run(`INSERT INTO public.${table.name} (${all}) SELECT ${all} FROM ${SCRATCH}.${table.name}${skip}`);
  }
  return target === 'new-shop' ? from : target.shopId;
}

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
  for (const { old, now } of same) {
    const columns = (
      await columnsOf(
        db,
        BACKUP_TABLES.find((t) => t.name === 'people')!,
      )
    )
      .map((c) => `"${c}"`)
      .join(', ');
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
  for (const table of FILE_TABLES) {
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
