import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough, Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as WebStream } from 'node:stream/web';
import { backup, database, people } from '@/db';
import { currentPerson, hasRole } from '@/server';
import { isCrossOrigin } from '@/server/origin';

const refuse = (status: number, problem: string) => Response.json({ ok: false, problem }, { status });

const log = (what: string, error: unknown) =>
  void process.stderr.write(`${new Date().toISOString()} ${what} failed: ${error instanceof Error ? error.stack : String(error)}\n`);

/** The whole shop as one archive. Only an owner gets it. */
export async function GET(): Promise<Response> {
  const person = await currentPerson();
  if (!person) return refuse(401, 'Sign in first.');
  if (!hasRole(person.role, 'owner')) return refuse(403, 'Only an owner can download a backup.');
  const db = database().ofShop(person.shopId);
  const now = new Date();
  const out = new PassThrough();
  // A torn download has no list of its files, so a restore refuses it.
  backup.writeBackup(db, out, now).catch((error: unknown) => {
    // Nothing failed if a person stopped the download.
    if (!out.destroyed) log('backup', error);
    out.destroy(error as Error);
  });
  const name = `${(await people.shopOf(db)).name} ${now.toISOString().slice(0, 10)}.zip`;
  return new Response(Readable.toWeb(out) as ReadableStream<Uint8Array>, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'private, no-store, no-transform',
    },
  });
}

/** Largest archive that a page may send: it is on the disk of the server until it is restored. */
const LARGEST_BYTES = 8_000_000_000;
const TOO_LARGE = 'The archive has more than 8 GB. The operator of the server can restore it with npm run restore.';

class TooLarge extends Error {}

/** Passes on what it gets, up to a limit. */
function upTo(limit: number): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, next) {
      bytes += chunk.length;
      next(bytes > limit ? new TooLarge() : null, chunk);
    },
  });
}

/** Restores of this process. One at a time: each holds a file on the disk and a transaction. */
let restoring = false;

/** Receives an archive for the empty shop of an owner. The answer is one line of JSON for each step, and one for the result. */
export async function POST(request: Request): Promise<Response> {
  if (isCrossOrigin(request.headers)) return refuse(403, 'A backup can only be sent from a page of Taut Sheave.');
  const person = await currentPerson();
  if (!person) return refuse(401, 'You are signed out. Sign in again, then choose the file again.');
  if (!hasRole(person.role, 'owner')) return refuse(403, 'Only an owner can restore a backup.');
  if (restoring) return refuse(503, 'Another backup is being restored. Try again in a few minutes.');
  if (!request.body) return refuse(400, 'Choose the file of the backup.');
  restoring = true;
  const file = join(tmpdir(), `taut-restore-${randomUUID()}.zip`);
  const body = request.body as unknown as WebStream;
  const lines = new PassThrough();
  const write = (line: object) => lines.write(`${JSON.stringify(line)}\n`);
  void (async () => {
    try {
      await pipeline(Readable.fromWeb(body), upTo(LARGEST_BYTES), createWriteStream(file, { mode: 0o600 }));
      write(await restore(file, person.shopId, write));
    } catch (error) {
      if (error instanceof TooLarge) return void write({ ok: false, problem: TOO_LARGE });
      log('restore', error);
      write({ ok: false, problem: 'The server could not restore this backup. Nothing was changed.' });
    } finally {
      restoring = false;
      lines.end();
      await rm(file, { force: true });
    }
  })();
  return new Response(Readable.toWeb(lines) as ReadableStream<Uint8Array>, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store, no-transform' },
  });
}

/** Steps between two lines of progress. */
const EVERY = 200;

async function restore(file: string, shopId: number, write: (line: object) => void): Promise<object> {
  const report = (step: 'checked' | 'restored') => (done: number, total: number) => {
    if (done % EVERY === 0 || done === total) write({ step, done, total });
  };
  const checked = report('checked');
  const opened = await backup.openArchive(file, checked);
  if (!opened.ok) return { ok: false, problem: `Nothing was restored. ${opened.problem}` };
  const restored = report('restored');
  try {
    const result = await backup.restoreBackup(database(), opened.archive, { shopId }, ({ done, total }) => restored(done, total));
    return result.ok ? { ok: true } : { ok: false, problem: `Nothing was restored. ${result.problem}` };
  } finally {
    opened.archive.close();
  }
}
