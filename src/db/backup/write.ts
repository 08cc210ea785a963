import { AsyncLocalStorage } from 'node:async_hooks';
import { createHash } from 'node:crypto';
import { Readable, Transform, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { QueryTypes, Transaction } from 'sequelize';
import { ZipFile } from 'yazl';
import { writeCsv } from '../../formats/csv';
import { writeDriveFile } from '../../formats/drive-file';
import { writeShelfCsv } from '../../formats/shelf-csv';
import { latestMigration } from '../migrate';
import type { ShopDatabase } from '../connection';
import { loadFile, type FileTable } from '../files';
import { readDrive } from '../stored-documents';
import { historyOf } from '../repositories/history';
import { shopOf } from '../repositories/people';
import { listShelf } from '../repositories/shelf';
import { rowsPath } from './lines';
import { BACKUP_FORMAT, BACKUP_VERSION, MANIFEST, manifestText, type Manifest } from './manifest';
import { BACKUP_TABLES, type BackupTable } from './tables';

/** Rows read together. */
const BATCH = 500;
/** The same for tables with whole documents, of up to 4 MB each. */
const LARGE_BATCH = 10;
const ENDINGS: Readonly<Record<string, string>> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'application/pdf': 'pdf',
  'audio/wav': 'wav',
};

/** Progress of a backup or restore, in files of the archive. */
export interface Progress {
  readonly done: number;
  readonly total: number;
}

/** Path of a stored file in an archive. */
export const pathOf = (table: FileTable, id: number, mediaType: string): string => `files/${table}/${id}.${ENDINGS[mediaType] ?? 'bin'}`;

/** Columns of a table that are written, without generated ones. */
async function columnsOf(db: Pick<ShopDatabase, 'sequelize'>, table: BackupTable, schema = 'public'): Promise<string[]> {
  const rows = await db.sequelize.query<{ name: string }>(
    `SELECT column_name AS name FROM information_schema.columns
     WHERE table_schema = $2 AND table_name = $1 AND is_generated = 'NEVER' ORDER BY ordinal_position`,
    { bind: [table.name, schema], type: QueryTypes.SELECT },
  );
  return rows.map((r) => r.name).filter((name) => !table.without?.includes(name));
}

/** Columns of a table for a statement. */
export const columnList = async (db: Pick<ShopDatabase, 'sequelize'>, table: BackupTable, schema?: string): Promise<string> =>
  (await columnsOf(db, table, schema)).map((c) => `"${c}"`).join(', ');

/** Rows of a table as lines of JSON, in the order of its key. */
async function* linesOf(db: ShopDatabase, table: BackupTable, count: () => void): AsyncGenerator<string> {
  const columns = await columnList(db, table);
  const batch = table.large ? LARGE_BATCH : BATCH;
  const key = table.key.map((k) => `"${k}"`).join(', ');
  let after: readonly unknown[] | null = null;
  for (;;) {
    const beyond: string = after === null ? '' : `AND (${key}) > (${after.map((_, i) => `$${i + 2}`).join(', ')})`;
    const rows: ({ readonly line: string } & Record<string, unknown>)[] = await db.sequelize.query(
      `SELECT to_jsonb(chosen)::text AS line, ${table.key.map((k, i) => `"${k}" AS key${i}`).join(', ')}
       FROM (SELECT ${columns} FROM ${table.name}
             WHERE ${table.ofShop} ${beyond} ORDER BY ${key} LIMIT ${batch}) chosen ORDER BY ${key}`,
      { bind: [db.shopId, ...(after ?? [])], type: QueryTypes.SELECT },
    );
    for (const { line } of rows) {
      count();
      yield `${line}\n`;
    }
    const last = rows.at(-1);
    if (rows.length < batch || !last) return;
    after = table.key.map((_, i) => last[`key${i}`]);
  }
}

type FileRow = { readonly table: FileTable; readonly id: number; readonly mediaType: string };

/** Stored files of a shop, without their bytes. */
async function filesOf(db: ShopDatabase): Promise<FileRow[]> {
  const all: FileRow[] = [];
  for (const { files: table, ofShop } of BACKUP_TABLES) {
    if (!table) continue;
    const rows = await db.sequelize.query<{ id: number; mediaType: string }>(
      `SELECT id, media_type AS "mediaType" FROM ${table} WHERE ${ofShop} ORDER BY id`,
      { bind: [db.shopId], type: QueryTypes.SELECT },
    );
    all.push(...rows.map((row) => ({ table, ...row })));
  }
  return all;
}

async function* bytesOf(db: ShopDatabase, { table, id }: FileRow): AsyncGenerator<Buffer> {
  const [row] = await db.sequelize.query<{ bytes: Buffer | null; objectKey: string | null }>(
    `SELECT bytes, object_key AS "objectKey" FROM ${table} WHERE id = $1`,
    { bind: [id], type: QueryTypes.SELECT },
  );
  yield await loadFile(row!);
}

/** The record again in plain files, for other programs. A restore does not read them. */
async function plainFiles(db: ShopDatabase): Promise<readonly (readonly [path: string, content: () => AsyncGenerator<string>])[]> {
  const drives = await db.models.Drive.findAll({ where: { shopId: db.shopId }, attributes: ['id'], order: [['id', 'ASC']], raw: true });
  const csv = (columns: readonly string[], sql: string) =>
    async function* () {
      const rows = await db.sequelize.query<Record<string, string | number | null>>(sql, { bind: [db.shopId], type: QueryTypes.SELECT });
      yield writeCsv(
        columns,
        rows.map((row) => columns.map((c) => row[c] ?? '')),
      );
    };
  return [
    [
      'plain/belts.csv',
      async function* () {
        yield writeShelfCsv(await listShelf(db));
      },
    ],
    ['plain/customers.csv', csv(['name', 'contact'], 'SELECT name, contact FROM customers WHERE shop_id = $1 ORDER BY name, id')],
    [
      'plain/machines.csv',
      csv(
        ['name', 'maker', 'model', 'serial', 'customer', 'meter', 'unit', 'notes'],
        `SELECT m.name, m.maker, m.model, m.serial, c.name AS customer, m.meter, m.meter_unit AS unit, m.notes
         FROM machines m LEFT JOIN customers c ON c.id = m.customer_id WHERE m.shop_id = $1 ORDER BY m.name, m.id`,
      ),
    ],
    ['plain/history.csv', () => historyLines(db)],
    ...drives.map(({ id }) => [`plain/drives/${id}.drive.json`, () => driveFile(db, id)] as const),
  ];
}

async function* historyLines(db: ShopDatabase): AsyncGenerator<string> {
  const machines = await db.sequelize.query<{ id: number; name: string; driveIds: number[] }>(
    `SELECT m.id, m.name, ARRAY (SELECT l.drive_id FROM machine_drives l WHERE l.machine_id = m.id ORDER BY 1) AS "driveIds"
     FROM machines m WHERE m.shop_id = $1 ORDER BY m.id`,
    { bind: [db.shopId], type: QueryTypes.SELECT },
  );
  const columns = ['machine', 'time', 'kind', 'job', 'what', 'by'];
  yield writeCsv(columns, []);
  for (const machine of machines) {
    const events = await historyOf(db, machine);
    const rows = events.map((e) => [machine.name, e.at, e.kind, e.job, e.what, e.by]);
    if (rows.length > 0) yield writeCsv(columns, rows).split('\n').slice(1).join('\n');
  }
}

/** A drive as a drive file. An unreadable one is in the tables only. */
async function* driveFile(db: ShopDatabase, id: number): AsyncGenerator<string> {
  const row = await db.models.Drive.findOne({ where: { shopId: db.shopId, id } });
  const read = row && readDrive(row.document);
  yield read?.ok ? writeDriveFile(read.value) : '';
}

/**
 * Keeps the transaction while a stream pulls its source: the stream requests each part from a context of its own.
 */
function contextOf() {
  const inside = AsyncLocalStorage.snapshot();
  return <T>(source: AsyncIterable<T>): AsyncIterable<T> => ({
    [Symbol.asyncIterator]: () => {
      const iterator = source[Symbol.asyncIterator]();
      return {
        next: () => inside(() => iterator.next()),
        return: async () => (await iterator.return?.()) ?? { done: true, value: undefined },
      };
    },
  });
}

/**
 * Writes the whole shop as one ZIP archive: tables as JSON lines, files, plain CSV, and a manifest with checksums. All of
 * it is as of one moment. One batch of rows, or one file, is in memory at a time.
 */
export async function writeBackup(
  db: ShopDatabase,
  out: Writable,
  now: Date,
  onProgress: (progress: Progress) => void = () => undefined,
): Promise<void> {
  await db.sequelize.transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, async () => {
    const inContext = contextOf();
    const zip = new ZipFile();
    const manifest: Manifest = {
      format: BACKUP_FORMAT,
      version: BACKUP_VERSION,
      schema: latestMigration(),
      shop: (await shopOf(db)).name,
      madeAt: now.toISOString(),
      rows: {},
      files: {},
    };
    const stored = await filesOf(db);
    const plain = await plainFiles(db);
    const total = BACKUP_TABLES.length + stored.length + plain.length;
    const add = (path: string, content: () => AsyncIterable<string | Buffer>, compress: boolean) =>
      zip.addReadStreamLazy(path, { compress, mtime: now }, (take) => {
        const sum = createHash('sha256');
        let bytes = 0;
        const measured = new Transform({
          transform(chunk: Buffer, _encoding, next) {
            sum.update(chunk);
            bytes += chunk.length;
            next(null, chunk);
          },
          flush(end) {
            manifest.files[path] = { bytes, sha256: sum.digest('hex') };
            onProgress({ done: Object.keys(manifest.files).length, total });
            end();
          },
        });
        const source = Readable.from(inContext(content()), { objectMode: true });
        source.on('error', (error) => measured.destroy(error));
        take(null, source.pipe(measured));
      });
    for (const table of BACKUP_TABLES) {
      manifest.rows[table.name] = 0;
      add(rowsPath(table), () => linesOf(db, table, () => void manifest.rows[table.name]!++), true);
    }
    for (const file of stored) add(pathOf(file.table, file.id, file.mediaType), () => bytesOf(db, file), false);
    for (const [path, content] of plain) add(path, content, true);
    zip.addReadStreamLazy(MANIFEST, { mtime: now }, (take) => take(null, Readable.from([manifestText(manifest)])));
    zip.end();
    const source = zip.outputStream as Readable;
    zip.on('error', (error: Error) => source.destroy(error));
    await pipeline(source, out);
  });
}
