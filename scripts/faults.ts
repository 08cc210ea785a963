import { randomUUID } from 'node:crypto';
import { readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { sealData } from 'iron-session';
import { QueryTypes } from 'sequelize';
import { seededRandom } from '../src/core/drive';
import { migrate, openDatabase, people, type Database } from '../src/db';
import { background, ensureBuilt, say } from './lib/machine.mjs';
import { ensureDatabase, freePort, startPostgres } from './lib/postgres.mjs';

/**
 * Kills the application server and PostgreSQL outright while clients send commands of many kinds, and counts what was acknowledged afterwards: each must be
 * there once, in the order of its client. Clients are devices with an outbox: they queue commands, send them in order until each is answered, and
 * restart at random with a request under way. Seeded: the same seed kills and sends in the same order.
 */
const HELP = `npm run faults [-- options]
  --kills N     number of kills (200)
  --clients N   number of clients (6)
  --seed N      seed of kills and commands (1)`;

const { values: flags } = parseArgs({
  options: { kills: { type: 'string' }, clients: { type: 'string' }, seed: { type: 'string' }, help: { type: 'boolean' } },
});
if (flags.help) {
  say(HELP);
  process.exit(0);
}
const KILLS = Number(flags.kills ?? 200);
const CLIENTS = Number(flags.clients ?? 6);
const SECRET = 'a-secret-for-faults-only-0123456789abcdef';
const random = seededRandom(Number(flags.seed ?? 1));
/** Commands that wait on one device, at most. */
const MOST_QUEUED = 5;
/** Share of requests during which the device restarts. */
const RESTARTS = 0.08;
const after = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

interface Command {
  readonly kind: string;
  /** Names what it makes, so that it is found afterwards. */
  readonly mark: string;
  readonly input: unknown;
}

interface Subjects {
  readonly machineId: number;
  readonly beltId: number;
  readonly job: number;
}

const DRIVE = JSON.parse(readFileSync(new URL('../demo/drives/orchard-rider.drive.json', import.meta.url), 'utf8')) as object;

const KINDS: readonly ((mark: string, of: Subjects) => Omit<Command, 'mark'>)[] = [
  (mark, { machineId }) => ({ kind: 'job.open', input: { machineId, driveId: null, beltId: null, title: mark, complaint: '' } }),
  (mark, { job }) => ({ kind: 'job.write', input: { number: job, stage: 'look', entry: { type: 'note', body: { text: mark } } } }),
  (mark) => ({ kind: 'customer.save', input: { fields: { name: mark, contact: '' } } }),
  (mark) => ({
    kind: 'machine.save',
    input: {
      fields: { name: mark, maker: '', model: '', serial: '', meter: null, meterUnit: 'h', notes: '', customer: '', driveIds: [] },
    },
  }),
  (mark) => ({
    kind: 'part.save',
    input: { fields: { name: mark, number: '', bin: 'C1', quantity: 2, priceCents: null, fitsDriveId: null, perYear: null } },
  }),
  (mark) => ({ kind: 'drive.add', input: { document: { ...DRIVE, name: mark } } }),
  (_, { beltId }) => ({ kind: 'shelf.count', input: { id: beltId, by: 1 } }),
  (mark) => ({
    kind: 'shelf.import',
    input: {
      mode: 'add',
      rows: [
        {
          designation: 'A42',
          section: 'A',
          lengthMm: null,
          lengthReference: null,
          lengthTyped: null,
          quantity: 1,
          bin: mark,
          priceCents: null,
          supplierNote: '',
        },
      ],
    },
  }),
];

/** Where each kind's marks are found, a row each. */
const FOUND: Readonly<Record<string, string>> = {
  'job.open': 'SELECT title AS mark FROM jobs',
  'job.write': `SELECT body ->> 'text' AS mark FROM ticket_entries WHERE type = 'note'`,
  'customer.save': 'SELECT name AS mark FROM customers',
  'machine.save': 'SELECT name AS mark FROM machines',
  'part.save': 'SELECT name AS mark FROM parts',
  'drive.add': 'SELECT name AS mark FROM drives',
  'shelf.import': 'SELECT bin AS mark FROM shelf_belts',
};

async function main(): Promise<void> {
  ensureBuilt();
  const scratch = join(tmpdir(), `taut-faults-${process.pid}`);
  const own = await startPostgres(scratch, 54670);
  void own.keepUp();
  const url = await ensureDatabase(own.url('postgres'), 'taut_faults', { fresh: true });
  const port = await freePort(4670);
  const base = `http://127.0.0.1:${port}`;
  let db = openDatabase(url);
  await migrate(db.sequelize);
  const { person, subjects } = await prepare(db);
  const cookies = await Promise.all(
    Array.from({ length: CLIENTS }, async () => {
      const id = randomUUID();
      await people.openSession(db, { id, personId: person, expiresAt: new Date(Date.now() + 86_400_000), browser: '' }, new Date());
      return `taut-session=${await sealData({ sessionId: id }, { password: SECRET })}`;
    }),
  );
  await db.sequelize.close();

  const serve = () =>
    background('node', ['scripts/serve.mjs'], {
      env: { DATABASE_URL: url, TAUT_SECRET: SECRET, NODE_ENV: 'production', PORT: String(port), TAUT_HINT: 'none' },
      stdio: 'ignore',
    });
  let app = serve();
  const tally: Tally = { over: false, acknowledged: [], refused: [], repeats: 0, restarts: 0 };
  const clients = Promise.all(cookies.map((cookie, c) => device({ base, cookie, person, subjects, name: `c${c}` }, tally)));
  const kills = { server: 0, database: 0 };
  for (let k = 0; k < KILLS; k++) {
    await after(150 + 900 * random());
    const which = random();
    if (which < 0.65) {
      app.kill('SIGKILL');
      await app.ended;
      kills.server++;
      app = serve();
    }
    if (which > 0.5) {
      if (killPostmaster(scratch)) kills.database++;
    }
    // Something must come back in between, or nothing is ever acknowledged.
    for (let tries = 0; tries < 150 && !(await healthy(base)); tries++) await after(100);
  }
  tally.over = true;
  await clients;
  await app.stop();

  db = openDatabase(url);
  const { acknowledged, refused, repeats, restarts } = tally;
  const wrong = await check(db, acknowledged, subjects);
  await db.sequelize.close();
  await own.stop();
  rmSync(scratch, { recursive: true, force: true });
  say(
    `${kills.server} kills of the server, ${kills.database} of the database; ${acknowledged.length} commands acknowledged after ${repeats} repeats and ${restarts} restarts of a device; ${wrong.lost.length} lost, ${wrong.doubled.length} doubled, ${wrong.disordered.length} out of order, ${refused.length} refused.`,
  );
  for (const line of [...wrong.lost, ...wrong.doubled, ...wrong.disordered, ...refused].slice(0, 20)) say(`  ${line}`);
  process.exitCode =
    wrong.lost.length + wrong.doubled.length + wrong.disordered.length + refused.length > 0 || acknowledged.length === 0 ? 1 : 0;
}

/** Result of all devices. */
interface Tally {
  over: boolean;
  readonly acknowledged: Command[];
  readonly refused: string[];
  repeats: number;
  restarts: number;
}

interface Device {
  readonly base: string;
  readonly cookie: string;
  readonly person: number;
  readonly subjects: Subjects;
  readonly name: string;
}

/** A device with an outbox, until the test is over and its outbox is empty. */
async function device({ base, cookie, person, subjects, name }: Device, tally: Tally): Promise<void> {
  const outbox: { readonly id: string; readonly command: Command }[] = [];
  let made = 0;
  let tries = 0;
  while (!tally.over || outbox.length > 0) {
    // A person goes on working while commands wait.
    while (!tally.over && outbox.length < 1 + Math.floor(random() * MOST_QUEUED)) {
      const mark = `${name}-${made++}`;
      outbox.push({ id: randomUUID(), command: { mark, ...KINDS[Math.floor(random() * KINDS.length)]!(mark, subjects) } });
    }
    const [next] = outbox;
    if (!next) continue;
    // A device that restarts forgets that its request is under way, and sends the command again.
    const restart = random() < RESTARTS;
    if (restart) tally.restarts++;
    const answer = await send(base, cookie, next.id, person, next.command, restart ? 5 + 60 * random() : 20_000);
    if (answer && (answer.ok || answer.reason !== 'failed')) {
      if (answer.ok) tally.acknowledged.push(next.command);
      else tally.refused.push(`${next.command.kind}: ${answer.reason} ${answer.problem}`);
      outbox.shift();
      tries = 0;
      continue;
    }
    tally.repeats++;
    if (++tries > 600) throw new Error(`${next.command.kind} was never answered`);
    await after(100);
  }
}

/** The cluster of a data folder; where its own user cannot reach the folder it is elsewhere, and this finds none. */
const clusterIn = (folder: string) => join(folder, 'postgres');

/** Kills PostgreSQL outright; false where it is just being started again. */
function killPostmaster(folder: string): boolean {
  try {
    process.kill(Number(readFileSync(join(clusterIn(folder), 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
    return true;
  } catch {
    return false;
  }
}

const healthy = (base: string) =>
  fetch(`${base}/healthz`, { signal: AbortSignal.timeout(2000) }).then(
    (r) => r.ok,
    () => false,
  );

interface Answer {
  readonly ok: boolean;
  readonly reason?: string;
  readonly problem?: string;
}

async function send(
  base: string,
  cookie: string,
  id: string,
  personId: number,
  { kind, input }: Command,
  patienceMs: number,
): Promise<Answer | null> {
  try {
    const response = await fetch(`${base}/api/acts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-command-kind': kind, cookie },
      body: JSON.stringify({ id, kind, personId, doneAt: new Date().toISOString(), input }),
      signal: AbortSignal.timeout(patienceMs),
    });
    return (await response.json()) as Answer;
  } catch {
    return null;
  }
}

async function prepare(db: Database): Promise<{ readonly person: number; readonly subjects: Subjects }> {
  const owner = { name: 'Ines Tarrow', email: 'ines@quaybay.example', passwordHash: 'none' };
  const founded = await people.createShop(db, 'Quay Bay Repairs', owner, 'UTC');
  if (!founded.ok) throw new Error(founded.problem);
  const { id: person, shopId } = founded.value;
  const one = async (sql: string, bind: readonly unknown[]) =>
    Number(((await db.sequelize.query(sql, { bind: [...bind] }))[0] as { id: number }[])[0]!.id);
  const machineId = await one(`INSERT INTO machines (shop_id, name) VALUES ($1, 'Orchard rider') RETURNING id`, [shopId]);
  const beltId = await one(
    `INSERT INTO shelf_belts (shop_id, designation, section, quantity, bin) VALUES ($1, 'A41', 'A', 0, 'Z1') RETURNING id`,
    [shopId],
  );
  const jobId = await one(
    `INSERT INTO jobs (shop_id, number, machine_id, title, status, opened_at) VALUES ($1, 1, $2, 'Slips', 'open', now()) RETURNING id`,
    [shopId, machineId],
  );
  await db.sequelize.query(
    `INSERT INTO job_stages SELECT $1, stage, 'waiting' FROM unnest(ARRAY['ask','secure','look','match','fit','set','prove','book']) stage`,
    { bind: [jobId] },
  );
  await db.sequelize.query('UPDATE shops SET next_job_number = 2 WHERE id = $1', { bind: [shopId] });
  return { person, subjects: { machineId, beltId, job: 1 } };
}

/** Acknowledged commands that are not there, and marks that are there more than once. */
async function check(db: Database, acknowledged: readonly Command[], { beltId }: Subjects) {
  const lost: string[] = [];
  const doubled: string[] = [];
  for (const [kind, sql] of Object.entries(FOUND)) {
    const rows = await db.sequelize.query<{ mark: string }>(sql, { type: QueryTypes.SELECT });
    const times = new Map<string, number>();
    for (const { mark } of rows) times.set(mark, (times.get(mark) ?? 0) + 1);
    for (const c of acknowledged) if (c.kind === kind && !times.has(c.mark)) lost.push(`${kind} ${c.mark}`);
    for (const [mark, n] of times) if (n > 1 && /^c\d+-\d+$/.test(mark)) doubled.push(`${kind} ${mark}: ${n} times`);
  }
  const [belt] = await db.sequelize.query<{ quantity: number }>('SELECT quantity FROM shelf_belts WHERE id = $1', {
    bind: [beltId],
    type: QueryTypes.SELECT,
  });
  const counts = acknowledged.filter((c) => c.kind === 'shelf.count').length;
  if (belt!.quantity < counts) lost.push(`shelf.count: ${counts} acknowledged, ${belt!.quantity} counted`);
  if (belt!.quantity > counts) doubled.push(`shelf.count: ${counts} acknowledged, ${belt!.quantity} counted`);
  const notes = await db.sequelize.query<{ mark: string }>(`${FOUND['job.write']} ORDER BY id`, { type: QueryTypes.SELECT });
  const last = new Map<string, number>();
  const disordered = notes.flatMap(({ mark }) => {
    const [device = '', number = ''] = mark.split('-');
    const before = last.get(device) ?? -1;
    last.set(device, Number(number));
    return Number(number) < before ? [`job.write ${mark} after ${before}`] : [];
  });
  return { lost, doubled, disordered };
}

main().catch((error: unknown) => {
  process.stderr.write(`${(error as Error).stack ?? String(error)}\n`);
  process.exit(1);
});
