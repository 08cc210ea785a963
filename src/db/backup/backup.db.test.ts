import { AsyncLocalStorage } from 'node:async_hooks';
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { QueryTypes } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import yauzl from 'yauzl';
import { ZipFile } from 'yazl';
import { seedDemo } from '../../../scripts/demo-seed';
import { commands, documents, followUps, jobs, machines, people, tickets, type Database } from '..';
import { testDatabase, value } from '../test-database';
import { readDriveFile } from '../../formats/drive-file';
import { FILE_TABLES } from '../files';
import { MIGRATIONS } from '../migrate';
import { manifestText, readManifest, type Manifest } from './manifest';
import { withNewIds } from './tables';
import { BACKUP_TABLES, NOT_IN_BACKUP, openArchive, restoreBackup, writeBackup, type Archive } from '.';

const NOW = new Date('2026-12-01T08:00:00Z');
const folder = mkdtempSync(join(tmpdir(), 'taut-backup-'));
const archiveOf = (name: string) => join(folder, `${name}.zip`);
let source: { readonly db: Database; readonly drop: () => Promise<void> };
let shopId: number;
const opened: { readonly drop: () => Promise<void> }[] = [];

/** Rows of the kinds that the demo shop lacks. */
async function addRest(): Promise<void> {
  [shopId] = (await people.shopIds(source.db)) as [number];
  const db = source.db.ofShop(shopId);
  const [owner] = await people.listPeople(db);
  const by = { personId: owner!.id, at: NOW, role: 'owner' as const };
  const { rows } = await machines.listMachines(db, { limit: 1 });
  const machineId = rows[0]!.id;
  const paper = { mediaType: 'application/pdf' as const, bytes: Buffer.from('%PDF-1.4 page 23') };
  value(await documents.addDocument(db, by, { machineId }, 'Page 23', paper));
  const { number } = value(await jobs.openJob(db, { machineId, title: 'Slips', complaint: '' }, NOW));
  const shown = { ...paper, mediaType: 'image/jpeg' as const, shows: 'Idler', about: '' };
  value(await tickets.addPicture(db, by, number, 'look', shown));
  const line = (await jobs.findJob(db, number))!.entries.find((e) => e.type === 'picture')!;
  const answers = [`trial:${line.id}`, 'interval:1', 'season:mowing:2027'].map(
    (source) => `(${shopId}, ${machineId}, '${source}', 's', 'waived', 'r', now())`,
  );
  await db.sequelize.query(
    `INSERT INTO follow_up_answers (shop_id, machine_id, source, subject, answer, reason, at) VALUES ${answers.join(', ')}`,
  );
  const note = { id: randomUUID(), personId: owner!.id, kind: 'job.open', inputDigest: 'd', doneAt: NOW, appliedAt: NOW };
  await commands.noteApplied(db, note, { ok: true, value: { number } });
  await followUps.deriveAll(db);
}

/** A demo shop with everything in it, made once. */
beforeAll(async () => {
  source = await testDatabase('backup_source');
  await seedDemo(source.db, NOW);
  await followUps.deriveStale(source.db);
  await addRest();
  await writeBackup(source.db.ofShop(shopId), createWriteStream(archiveOf('demo')), NOW);
}, 120_000);
afterAll(async () => {
  for (const one of [source, ...opened]) await one.drop();
  rmSync(folder, { recursive: true, force: true });
});

async function emptyDatabase(name: string): Promise<Database> {
  const made = await testDatabase(name);
  opened.push(made);
  return made.db;
}
async function checked(path: string): Promise<Archive> {
  const read = await openArchive(path);
  if (!read.ok) throw new Error(read.problem);
  return read.archive;
}
/** All rows of a shop as text, by table. Bytes as a digest. */
async function contentOf(db: Database, shop: number): Promise<Record<string, readonly string[]>> {
  const all: Record<string, readonly string[]> = {};
  for (const { name, key, ofShop } of BACKUP_TABLES) {
    const bytes = (FILE_TABLES as readonly string[]).includes(name) ? `|| jsonb_build_object('bytes', md5(t.bytes))` : '';
    const rows = await db.sequelize.query<{ line: string }>(
      `SELECT (to_jsonb(t) ${bytes})::text AS line FROM ${name} t WHERE ${ofShop} ORDER BY ${key.join(', ')}`,
      { bind: [shop], type: QueryTypes.SELECT },
    );
    all[name] = rows.map((r) => r.line);
  }
  return all;
}
const restoreInto = async (db: Database, path: string) => {
  const archive = await checked(path);
  const restored = await restoreBackup(db, archive, 'new-shop');
  archive.close();
  if (!restored.ok) throw new Error(restored.problem);
  return restored.shopId;
};

describe('tables of a backup', () => {
  it('are all tables of the database, but those of one server', async () => {
    const rows = await source.db.sequelize.query<{ name: string }>(
      `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' AND table_type = 'BASE TABLE'`,
      { type: QueryTypes.SELECT },
    );
    expect(rows.map((r) => r.name).sort()).toEqual([...BACKUP_TABLES.map((t) => t.name), ...NOT_IN_BACKUP].sort());
  });
  it('name every column that refers to another row', async () => {
    for (const table of BACKUP_TABLES) {
      const rows = await source.db.sequelize.query<{ name: string }>(
        `SELECT column_name AS name FROM information_schema.columns WHERE table_schema = 'public' AND table_name = $1
           AND column_name LIKE '%\\_id' AND data_type = 'integer'`,
        { bind: [table.name], type: QueryTypes.SELECT },
      );
      expect([table.name, Object.keys(table.refers).sort()]).toEqual([table.name, rows.map((r) => r.name).sort()]);
    }
  });
});

describe('a backup', () => {
  it('restored into an empty database is the same to the byte, and its backup is the same again', async () => {
    const db = await emptyDatabase('backup_same');
    const restored = await restoreInto(db, archiveOf('demo'));
    expect(restored).toBe(shopId);
    const before = await contentOf(source.db, shopId);
    expect(await contentOf(db, restored)).toEqual(before);
    for (const table of ['jobs', 'ticket_entries', 'documents', 'photos', 'stacks', 'practice_rounds', 'follow_up_answers', 'acts'])
      expect(before[table]?.length, table).toBeGreaterThan(0);
    await writeBackup(db.ofShop(restored), createWriteStream(archiveOf('again')), NOW);
    const [first, second] = [await checked(archiveOf('demo')), await checked(archiveOf('again'))];
    expect(second.manifest).toEqual(first.manifest);
    // Open follow-ups are not in the archive: they are derived again.
    const due = async (of: Database) => (await followUps.laterFollowUps(of.ofShop(shopId), NOW, { limit: 100 })).rows;
    expect(await due(db)).toEqual(await due(source.db));
    // New rows get numbers after the restored ones.
    const added = await people.addPerson(db.ofShop(restored), {
      name: 'New',
      email: 'new@quaybay.example',
      role: 'viewer',
      passwordHash: 'x',
    });
    expect(added.ok).toBe(true);
  }, 120_000);

  it('restored next to other shops has new ids, with every reference moved', async () => {
    const db = await emptyDatabase('backup_beside');
    const first = await restoreInto(db, archiveOf('demo'));
    const second = await restoreInto(db, archiveOf('demo'));
    expect(second).not.toBe(first);
    expect(await ranked(db, second)).toEqual(await ranked(source.db, shopId));
    const crossed = await db.sequelize.query(
      `SELECT e.id FROM ticket_entries e JOIN jobs j ON j.id = e.job_id JOIN documents d ON d.id = (e.body ->> 'documentId')::integer
       WHERE d.shop_id <> j.shop_id`,
      { type: QueryTypes.SELECT },
    );
    expect(crossed).toEqual([]);
  }, 120_000);

  it('restored into the empty shop of an owner keeps the owner, and refuses a shop that is not empty', async () => {
    const db = await emptyDatabase('backup_owner');
    const made = await people.createShop(db, 'New shop', { name: 'Ines Now', email: 'ines@quaybay.example', passwordHash: 'now' }, 'UTC');
    if (!made.ok) throw new Error(made.problem);
    const target = { shopId: made.value.shopId };
    const archive = await checked(archiveOf('demo'));
    expect(await restoreBackup(db, archive, target)).toEqual({ ok: true, ...target });
    const all = await people.listPeople(db.ofShop(target.shopId));
    expect(all.filter((p) => p.email === 'ines@quaybay.example')).toMatchObject([{ id: made.value.id, name: 'Ines Now', role: 'owner' }]);
    expect((await people.shopOf(db.ofShop(target.shopId))).name).toBe('Quay Bay Repairs');
    expect((await people.shopIds(db)).length).toBe(1);
    const [counted] = await db.sequelize.query<{ n: number }>('SELECT count(*)::integer AS n FROM jobs WHERE shop_id = $1', {
      bind: [target.shopId],
      type: QueryTypes.SELECT,
    });
    expect(counted?.n).toBe(archive.manifest.rows['jobs']);
    expect(await restoreBackup(db, archive, target)).toMatchObject({
      ok: false,
      problem: expect.stringContaining('Restore into an empty shop'),
    });
    archive.close();
  }, 120_000);

  it('is as of one moment, and holds plain files', async () => {
    const out = new PassThrough();
    const parts: Buffer[] = [];
    let changed: Promise<unknown> | null = null;
    // A change by another person has no part in the transaction of the backup.
    const outside = AsyncLocalStorage.snapshot();
    out.on('data', (part: Buffer) => {
      parts.push(part);
      changed ??= outside(() =>
        source.db.sequelize.query(
          `INSERT INTO base_corrections (shop_id, cause, subject, value, because, at) VALUES (${shopId}, 'late', 's', '1', 'b', now())`,
        ),
      );
    });
    await writeBackup(source.db.ofShop(shopId), out, NOW);
    await (changed as Promise<unknown> | null);
    await source.db.sequelize.query(`DELETE FROM base_corrections WHERE cause = 'late'`);
    const path = archiveOf('moment');
    writeFileSync(path, Buffer.concat(parts));
    const archive = await checked(path);
    expect(archive.manifest.rows['base_corrections']).toBe((await contentOf(source.db, shopId))['base_corrections']?.length);
    const text = async (name: string) => {
      const all: Buffer[] = [];
      for await (const part of await archive.read(name)) all.push(part as Buffer);
      return Buffer.concat(all).toString('utf8');
    };
    expect(await text('plain/belts.csv')).toMatch(/^designation,section,length/);
    expect(await text('plain/machines.csv')).toContain('Slipway chipper');
    expect((await text('plain/history.csv')).split('\n').length).toBeGreaterThan(20);
    const driveFiles = Object.keys(archive.manifest.files).filter((name) => name.startsWith('plain/drives/'));
    expect(driveFiles.length).toBe(archive.manifest.rows['drives']);
    expect(readDriveFile(await text(driveFiles[0]!)).ok).toBe(true);
    archive.close();
  }, 120_000);
});

/** Content with the rank of each row instead of its id. Shops with different ids are then equal. */
async function ranked(db: Database, shop: number): Promise<Record<string, readonly unknown[]>> {
  const content = await contentOf(db, shop);
  const parsed = Object.fromEntries(
    Object.entries(content).map(([name, lines]) => [name, lines.map((l) => JSON.parse(l) as Record<string, unknown>)]),
  );
  const ranks = new Map<string, ReadonlyMap<unknown, number>>(
    Object.entries(parsed).map(([name, rows]) => [name, new Map(rows.map((r, i) => [r['id'], i]))]),
  );
  return Object.fromEntries(
    BACKUP_TABLES.map((table) => {
      const rows = parsed[table.name]!.map((row) => {
        const next = withNewIds(table, row, (of, id) => ranks.get(of)?.get(id) ?? -1);
        return typeof next['id'] === 'string' ? { ...next, id: 'random' } : next;
      });
      // Rows with random ids have no order of their own.
      return [table.name, rows.map((r) => JSON.stringify(r)).sort()];
    }),
  );
}

describe('an archive is refused whole', () => {
  const problem = async (path: string) => {
    const read = await openArchive(path);
    if (read.ok) read.archive.close();
    return read.ok ? null : read.problem;
  };
  /** The demo archive with its files changed. */
  async function edited(name: string, edit: (files: Map<string, Buffer>) => void): Promise<string> {
    const files = new Map<string, Buffer>();
    const zip = await new Promise<yauzl.ZipFile>((resolve, reject) =>
      yauzl.open(archiveOf('demo'), { lazyEntries: false, autoClose: false }, (error, z) => (error ? reject(error) : resolve(z))),
    );
    const entries: yauzl.Entry[] = [];
    await new Promise<void>((resolve) => {
      zip.on('entry', (entry: yauzl.Entry) => entries.push(entry));
      zip.on('end', resolve);
    });
    for (const entry of entries) {
      const parts: Buffer[] = [];
      const stream = await new Promise<NodeJS.ReadableStream>((resolve, reject) =>
        zip.openReadStream(entry, (error, s) => (error ? reject(error) : resolve(s))),
      );
      for await (const part of stream) parts.push(part as Buffer);
      files.set(entry.fileName, Buffer.concat(parts));
    }
    zip.close();
    edit(files);
    const out = new ZipFile();
    for (const [path, bytes] of files) out.addBuffer(bytes, path);
    out.end();
    await pipeline(out.outputStream, createWriteStream(archiveOf(name)));
    return archiveOf(name);
  }
  const manifestIn = (files: Map<string, Buffer>): Manifest => {
    const { seal: _seal, ...rest } = JSON.parse(files.get('manifest.json')!.toString('utf8')) as Manifest & { seal: string };
    return rest;
  };

  it('if it is torn, empty or no archive', async () => {
    const whole = readFileSync(archiveOf('demo'));
    for (const [name, bytes] of [
      ['torn', whole.subarray(0, Math.floor(whole.length * 0.7))],
      ['short', whole.subarray(0, 40)],
      ['empty', Buffer.alloc(0)],
      ['text', Buffer.from('Dear backup')],
    ] as const) {
      writeFileSync(archiveOf(name), bytes);
      expect([name, await problem(archiveOf(name))]).toEqual([name, expect.stringContaining('torn or is not a ZIP file')]);
    }
  });
  it('if a byte in the middle is wrong', async () => {
    const bytes = Buffer.from(readFileSync(archiveOf('demo')));
    const middle = Math.floor(bytes.length / 2);
    bytes[middle] = bytes[middle]! ^ 0xff;
    writeFileSync(archiveOf('flipped'), bytes);
    expect(await problem(archiveOf('flipped'))).toMatch(/changed after the backup|torn/);
  });
  it('if a file was changed, added or removed, or the list edited', async () => {
    const line = (text: string) => Buffer.from(text);
    expect(await problem(await edited('same', () => undefined))).toBeNull();
    expect(
      await problem(
        await edited('changed', (f) =>
          f.set('tables/customers.jsonl', line(f.get('tables/customers.jsonl')!.toString().replace('Isla', 'Ilsa'))),
        ),
      ),
    ).toBe('The file tables/customers.jsonl was changed after the backup.');
    expect(await problem(await edited('added', (f) => f.set('tables/extra.jsonl', line('{}\n'))))).toBe(
      'The file tables/extra.jsonl was added to the archive.',
    );
    expect(await problem(await edited('removed', (f) => void f.delete('tables/trials.jsonl')))).toBe(
      'The file tables/trials.jsonl is missing in the archive.',
    );
    expect(
      await problem(
        await edited('list', (f) => f.set('manifest.json', line(f.get('manifest.json')!.toString().replace('Quay Bay', 'Quiet Bay')))),
      ),
    ).toBe('The list of its files was edited.');
    expect(await problem(await edited('bare', (f) => void f.delete('manifest.json')))).toContain('not a backup of Taut Sheave');
  });
  it('if it is newer than this server', async () => {
    const newer = await edited('newer', (f) =>
      f.set('manifest.json', Buffer.from(manifestText({ ...manifestIn(f), schema: '0999-later' }))),
    );
    expect(await problem(newer)).toContain('newer version of Taut Sheave');
    const layout = await edited('layout', (f) => f.set('manifest.json', Buffer.from(manifestText({ ...manifestIn(f), version: 2 }))));
    expect(await problem(layout)).toContain('It has version 2');
    expect(readManifest('{', []).ok).toBe(false);
    expect(MIGRATIONS.length).toBeGreaterThan(0);
  });
  /** The demo archive with other rows, sealed as if they had been in the shop. Anyone can make such an archive. */
  const forged = (name: string, table: string, change: (lines: string[]) => readonly string[]) =>
    edited(name, (files) => {
      const path = `tables/${table}.jsonl`;
      const bytes = Buffer.from(change(files.get(path)!.toString('utf8').trimEnd().split('\n')).join('\n'));
      files.set(path, bytes);
      const manifest = manifestIn(files);
      manifest.files[path] = { bytes: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') };
      files.set('manifest.json', Buffer.from(manifestText(manifest)));
    });
  const asRow = (line: string, change: object) => JSON.stringify({ ...(JSON.parse(line) as object), ...change });

  it('if it holds rows of another shop, which stays as it is', async () => {
    const db = await emptyDatabase('backup_forged');
    const victim = await restoreInto(db, archiveOf('demo'));
    const attacker = await people.addShop(db, 'Own shop', { name: 'Nils', email: 'nils@reef.example', passwordHash: 'x' }, 'UTC');
    const before = await contentOf(db, victim);
    const twoShops = await forged('two-shops', 'shops', ([line]) => [line!, asRow(line!, { id: victim + 1 })]);
    const intruder = await forged('intruder', 'people', (lines) => [
      ...lines,
      asRow(lines[0]!, { id: 900, shop_id: victim + 1, email: 'nils@reef.example', role: 'owner' }),
    ]);
    for (const path of [twoShops, intruder]) {
      const archive = await checked(path);
      const answer = await restoreBackup(db, archive, { shopId: attacker.shopId }).catch(() => ({ ok: false }));
      archive.close();
      expect(answer).toMatchObject({ ok: false });
    }
    expect(await contentOf(db, victim)).toEqual(before);
    expect((await people.listPeople(db.ofShop(victim))).map((p) => p.email)).not.toContain('nils@reef.example');
  }, 120_000);

  it('if two shops hold rows, also when each row belongs to one of them', async () => {
    const db = await emptyDatabase('backup_two');
    const path = await forged('second-shop', 'shops', ([line]) => [line!, asRow(line!, { id: 77 })]);
    const archive = await checked(path);
    expect(await restoreBackup(db, archive, 'new-shop')).toEqual({ ok: false, problem: 'The archive does not hold exactly one shop.' });
    archive.close();
    expect(await people.shopIds(db)).toEqual([]);
  });

  it('if a row has an id that no row can have; a large one uses up no numbers', async () => {
    const db = await emptyDatabase('backup_ids');
    const bad = await checked(await forged('bad-id', 'parts', (lines) => lines.map((l, i) => (i === 0 ? asRow(l, { id: -3 }) : l))));
    expect(await restoreBackup(db, bad, 'new-shop')).toMatchObject({ ok: false, problem: expect.stringContaining('invalid id') });
    bad.close();
    await restoreInto(db, archiveOf('demo'));
    const large = await forged('large-id', 'parts', (lines) => lines.map((l, i) => (i === 0 ? asRow(l, { id: 2_000_000_000 }) : l)));
    const shop = await restoreInto(db, large);
    const [row] = await db.sequelize.query<{ last: number; n: number }>(
      'SELECT max(id)::integer AS last, count(*)::integer AS n FROM parts WHERE shop_id = $1',
      { bind: [shop], type: QueryTypes.SELECT },
    );
    expect(row!.last).toBe(2 * row!.n);
  }, 120_000);

  it('and nothing is written where a row fails in the middle', async () => {
    const db = await emptyDatabase('backup_broken');
    const archive = await checked(archiveOf('demo'));
    const broken: Archive = {
      ...archive,
      read: async (path) => (path === 'tables/trials.jsonl' ? createReadStream(archiveOf('text')) : archive.read(path)),
    };
    await expect(restoreBackup(db, broken, 'new-shop')).rejects.toThrow();
    expect(await people.shopIds(db)).toEqual([]);
    archive.close();
    expect(await restoreInto(db, archiveOf('demo'))).toBeGreaterThan(0);
  }, 120_000);
});
