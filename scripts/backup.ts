import { open, rename, rm, stat } from 'node:fs/promises';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { backup, migrate, openDatabase, people, type Database } from '../src/db';

const HELP = `npm run backup -- FILE [--shop N]    writes a shop as one archive.
npm run restore -- FILE              restores an archive as a new shop.
With DATABASE_URL, that database is used. Otherwise the one in the data folder (--data FOLDER, TAUT_DATA, ./data).`;

/** Refusal with one sentence for the operator. */
class Refusal extends Error {}

/** Reasons for which a file cannot be written, by the code of the system. */
const REASONS: Readonly<Record<string, string>> = {
  ENOENT: 'its folder does not exist',
  ENOTDIR: 'its folder does not exist',
  EACCES: 'you may not write there',
  EPERM: 'you may not write there',
  EROFS: 'the disk is read-only',
  EISDIR: 'it is a folder',
  ENOSPC: 'the disk is full',
};

function writingFailed(file: string, error: NodeJS.ErrnoException): Error {
  const reason = REASONS[error.code ?? ''];
  return reason === undefined ? error : new Refusal(`${file} cannot be written: ${reason}. An earlier backup of that name is unchanged.`);
}

/** Prints progress at most twice a second, on one line of a terminal. */
function progress(what: string) {
  let last = 0;
  return (done: number, total: number) => {
    const now = Date.now();
    if (now - last < 500 && done < total) return;
    last = now;
    const line = `${what}: ${done} of ${total}`;
    process.stderr.write(process.stderr.isTTY ? `\r${line}${done === total ? '\n' : ''}` : `${line}\n`);
  };
}

async function write(db: Database, file: string, shop: string | undefined): Promise<string> {
  const ids = await people.shopIds(db);
  if (ids.length === 0) throw new Refusal('There is no shop in this database.');
  if (shop === undefined && ids.length > 1)
    throw new Refusal(`This database has ${ids.length} shops. Choose one with --shop: ${ids.join(', ')}.`);
  const shopId = shop === undefined ? ids[0]! : Number(shop);
  if (!ids.includes(shopId)) throw new Refusal(`There is no shop ${shop}. Choose one of ${ids.join(', ')}.`);
  // An earlier backup of this name stays until the new one is complete.
  const unfinished = `${file}.unfinished`;
  const show = progress('Files written');
  try {
    // Opened first, so that a wrong path is reported before anything is read.
    const out = (await open(unfinished, 'w', 0o600)).createWriteStream();
    await backup.writeBackup(db.ofShop(shopId), out, new Date(), ({ done, total }) => show(done, total));
    await rename(unfinished, file);
  } catch (error) {
    await rm(unfinished, { force: true }).catch(() => undefined);
    throw writingFailed(file, error as NodeJS.ErrnoException);
  }
  return `Backup written to ${file}, ${((await stat(file)).size / 1e6).toFixed(1)} MB.`;
}

async function read(db: Database, file: string): Promise<string> {
  await migrate(db.sequelize);
  const check = progress('Files checked');
  const opened = await backup.openArchive(file, check);
  if (!opened.ok) throw new Refusal(`Nothing was restored. ${opened.problem}`);
  const show = progress('Rows and files restored');
  try {
    const restored = await backup.restoreBackup(db, opened.archive, 'new-shop', ({ done, total }) => show(done, total));
    if (!restored.ok) throw new Refusal(`Nothing was restored. ${restored.problem}`);
  } finally {
    opened.archive.close();
  }
  return `Restored ${opened.archive.manifest.shop} as of ${opened.archive.manifest.madeAt}. Its people sign in with their passwords of that time.`;
}

async function main(args: readonly string[], url: string | undefined): Promise<string> {
  const option = { type: 'string' } as const;
  const { values, positionals } = parseArgs({ args: [...args], allowPositionals: true, options: { shop: option } });
  const [act, name] = positionals;
  if (!url || name === undefined || (act !== 'write' && act !== 'read')) throw new Refusal(HELP);
  const db = openDatabase(url);
  try {
    return act === 'write' ? await write(db, resolve(name), values.shop) : await read(db, resolve(name));
  } finally {
    await db.sequelize.close();
  }
}

main(process.argv.slice(2), process.env['DATABASE_URL']).then(
  (said) => console.log(said),
  (error: Error) => {
    console.error(error instanceof Refusal ? error.message : error);
    process.exitCode = 1;
  },
);
