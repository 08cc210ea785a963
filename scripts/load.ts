import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { sealData } from 'iron-session';
import { seededRandom } from '../src/core/drive';
import { followUps, migrate, openDatabase, people, type Database } from '../src/db';
import { background, ensureBuilt, say } from './lib/machine.mjs';
import { ensureDatabase, freePort, startPostgres } from './lib/postgres.mjs';

/**
 * Load test of a shop with many years of data. For ten years it creates 5,000 machines, 30,000 jobs, 200,000 ticket
 * entries and 20,000 pictures in its own database. Each person has an open stream of changes. It serves the built application and lets people open pages and search, with pauses. First
 * it prints the processor time of each page and query alone. Then it prints the time of each kind of page with all
 * people, and the peak memory of the server.
 */
const HELP = `npm run load [-- options]
  --people N    number of people (20)
  --seconds N   duration in seconds (60)
  --years N     age of the shop; jobs and ticket entries grow with it (10)
  --pause N     mean pause of a person between two commands, in seconds (2)`;

const { values: flags } = parseArgs({
  options: {
    people: { type: 'string' },
    seconds: { type: 'string' },
    years: { type: 'string' },
    pause: { type: 'string' },
    help: { type: 'boolean' },
  },
});
if (flags.help) {
  say(HELP);
  process.exit(0);
}
const CREW = Number(flags.people ?? 20);
const SECONDS = Number(flags.seconds ?? 60);
const PAUSE = Number(flags.pause ?? 2);
const YEARS = Number(flags.years ?? 10);
const SIZES = {
  belts: 2000,
  machines: 5000,
  customers: 1500,
  drives: 400,
  jobs: 3000 * YEARS,
  entries: 20_000 * YEARS,
  pictures: 2000 * YEARS,
};
const SECRET = 'a-secret-for-load-only-0123456789abcdef';

/** The longest data: the machine with the most jobs, and the number and lines of one ticket. */
const LONG = { jobs: 2000, ticket: 17, lines: 4000 };

const REF = '0f3b2f6e-5d3c-4f57-9d0a-6a1f0d1f7c11';
const REPAIR = { cause: 'idler-tips', when: 'here', agreed: false, kind: 'deck-lever' };
const TEST = { belt: 'stays', complaint: 'gone', brake: 'lands', slack: 'slack', cycles: 5, watched: true, machine: 'sound' };
const FINDING = { ref: REF, check: 'idler-tip', part: { id: 'idler', label: 'Idler' }, result: 'bad', value: null, limit: null };
const OFFER = { note: '', act: 'Replace the idler', priceCents: 2400, answer: 'approved' };
const READING = { belt: 'blade', state: 'engaged', method: 'tap', at: 'engine>spindle', where: 'Long span', value: 34, deflectionMm: null };
const TENSION = { belts: null, placeIn: null, without: [], tensionN: 152, sdN: 6, clamped: true };
const WIDTH = {
  belt: { id: 'blade', label: 'Blade belt' },
  meter: 900,
  fittedAt: 400,
  unit: 'h',
  method: 'rib-top',
  widths: [30.1, 30.2, 30.0],
};
const LIMITS = { zeroMm: 0, minimumMm: 28.6, newMm: 30.5, on: null };

/** Lines besides notes: one on each job with a number divisible by the first value. */
const LINES: readonly (readonly [number, string, object])[] = [
  [2, 'finding', { ...FINDING, ...OFFER }],
  [2, 'mended', REPAIR],
  [2, 'proved', TEST],
  [5, 'reading', { ...READING, ...TENSION }],
  [60, 'width', { ...WIDTH, ...LIMITS }],
];

/** Creates thousands of rows inside the database. */
async function fill(db: Database, shopId: number, personId: number): Promise<void> {
  const drive = readFileSync(new URL('../demo/drives/orchard-rider.drive.json', import.meta.url), 'utf8');
  const run = (sql: string, values: readonly unknown[] = []) => db.sequelize.query(sql, { bind: [...values] });
  const pick = (words: readonly string[], by: string) => `(ARRAY[${words.map((w) => `'${w}'`).join(',')}])[1 + (${by}) % ${words.length}]`;
  const PLACES = [
    'Orchard',
    'Airstrip',
    'Harbour',
    'Hill track',
    'Lighthouse',
    'Peat road',
    'Chapel green',
    'Slipway',
    'Ferry ramp',
    'Kelp shore',
  ];
  const THINGS = ['rider', 'mower', 'thrower', 'tractor', 'chipper', 'utility', 'tiller', 'sweeper'];
  const MAKERS = ['Thrushbeck', 'Ottavane', 'Korrigan', 'Hestrel'];
  const FAULTS = [
    'Throws the belt on release',
    'Slow to come up to speed',
    'Squeals in wet grass',
    'Blade keeps turning',
    'Belt smells hot',
    'Yearly check',
  ];
  await run(`INSERT INTO customers (shop_id, name) SELECT $1, 'Croft ' || n FROM generate_series(1, ${SIZES.customers}) n`, [shopId]);
  await run(
    `INSERT INTO drives (shop_id, name, kind, document, changed_by, changed_at)
     SELECT $1, ${pick(PLACES, 'n')} || ' ' || ${pick(THINGS, 'n / 7')} || ', deck ' || n, 'mower-deck', $2::jsonb, 'Ines Tarrow', now() - n * interval '1 hour'
     FROM generate_series(1, ${SIZES.drives}) n`,
    [shopId, drive],
  );
  await run(
    `INSERT INTO machines (shop_id, customer_id, name, maker, model, serial, meter)
     SELECT $1, (SELECT min(id) FROM customers) + (n * 7) % ${SIZES.customers}, ${pick(PLACES, 'n')} || ' ' || ${pick(THINGS, 'n / 3')} || ' ' || n,
       ${pick(MAKERS, 'n')}, 'Series ' || n % 40, 'S-' || 10000 + n, n % 3000
     FROM generate_series(1, ${SIZES.machines}) n`,
    [shopId],
  );
  await run(
    `INSERT INTO machine_drives SELECT m.id, (SELECT min(id) FROM drives) + m.id % ${SIZES.drives} FROM machines m WHERE m.shop_id = $1`,
    [shopId],
  );
  await run(
    `INSERT INTO shelf_belts (shop_id, designation, section, quantity, bin)
     SELECT $1::integer, s || (h * 5), s, h % 5, 'B' || h % 60 FROM unnest(ARRAY['3L', '4L', '5L']) s, generate_series(40, 239) h
      WHERE s <> '3L' OR h <= 160
     UNION ALL SELECT $1::integer, s || h, s, h % 4, 'C' || h % 60 FROM unnest(ARRAY['A', 'B', 'C']) s, generate_series(18, 145) h
      WHERE h >= CASE s WHEN 'A' THEN 18 WHEN 'B' THEN 20 ELSE 35 END
     UNION ALL SELECT $1::integer, w || 'x' || mm || 'Li', CASE w WHEN '13' THEN 'A' WHEN '17' THEN 'B' ELSE 'C' END, mm % 3, 'D' || mm % 60
       FROM unnest(ARRAY['13', '17', '22']) w, generate_series(600, 3000, 5) mm
      WHERE w <> '22' OR mm >= 700
     LIMIT ${SIZES.belts}`,
    [shopId],
  );
  await run(
    `INSERT INTO jobs (shop_id, number, machine_id, drive_id, belt_id, title, status, opened_at, closed_at)
     SELECT $1, n, m.id, d.drive_id, 'blade', ${pick(FAULTS, 'n * 5')} || ', ' || n % 97, CASE WHEN n > ${SIZES.jobs - 60} THEN 'open' ELSE 'closed' END,
       now() - (${SIZES.jobs} - n) * interval '20 minutes', CASE WHEN n > ${SIZES.jobs - 60} THEN NULL ELSE now() - (${SIZES.jobs} - n) * interval '19 minutes' END
     FROM generate_series(1, ${SIZES.jobs}) n
     JOIN machines m ON m.id = (SELECT min(id) FROM machines) + (n * 13) % ${SIZES.machines}
     JOIN machine_drives d ON d.machine_id = m.id`,
    [shopId],
  );
  await run(
    `INSERT INTO job_stages SELECT j.id, s.stage, CASE WHEN j.status = 'closed' THEN 'done' ELSE s.state END FROM jobs j,
       (VALUES ('secure', 'done'), ('look', 'under-way'), ('match', 'waiting'), ('fit', 'waiting'), ('set', 'waiting'), ('prove', 'waiting'), ('book', 'waiting')) s (stage, state)`,
  );
  await run(
    `INSERT INTO ticket_entries (job_id, stage, type, body, person_id, at)
     SELECT (SELECT min(id) FROM jobs) + n % ${SIZES.jobs}, 'look', 'note', jsonb_build_object('text', 'Belt worn on one flank, keeper ' || n % 9 || ' bent; mended.'),
       $1, now() - n * interval '3 minutes' FROM generate_series(1, ${SIZES.entries}) n`,
    [personId],
  );
  for (const [each, type, body] of LINES)
    await run(
      `INSERT INTO ticket_entries (job_id, stage, type, body, person_id, at)
       SELECT j.id, 'look', $3, $4::jsonb, $1, j.opened_at FROM jobs j WHERE j.shop_id = $2 AND j.number % ${each} = 0`,
      [personId, shopId, type, JSON.stringify(body)],
    );
  await run(
    `INSERT INTO documents (shop_id, job_id, name, media_type, bytes, person_id, at)
     SELECT $1, (SELECT min(id) FROM jobs) + (n * 11) % ${SIZES.jobs}, 'Picture ' || n, 'image/jpeg', decode(repeat('ff', 2000), 'hex'), $2, now()
     FROM generate_series(1, ${SIZES.pictures}) n`,
    [shopId, personId],
  );
  await run(
    `INSERT INTO meter_readings (machine_id, value, unit, person_id, at)
     SELECT m.id, 100 * n, 'h', $2, now() - (${YEARS} - n) * interval '1 year' FROM machines m, generate_series(1, ${YEARS}) n WHERE m.shop_id = $1`,
    [shopId, personId],
  );
  await run(`INSERT INTO confirmed_causes SELECT id, 'deck-lever', 'idler-tips' FROM jobs WHERE shop_id = $1 AND number % 2 = 0`, [shopId]);
  // One machine with a job every few days for years, and one ticket of thousands of lines.
  await run(
    `INSERT INTO jobs (shop_id, number, machine_id, belt_id, title, status, opened_at, closed_at)
     SELECT $1, ${SIZES.jobs} + n, (SELECT min(id) FROM machines), 'blade', 'Yearly check', 'closed', now() - n * interval '2 days', now() - n * interval '1 day'
     FROM generate_series(1, ${LONG.jobs}) n`,
    [shopId],
  );
  await run(
    `INSERT INTO ticket_entries (job_id, stage, type, body, person_id, at)
     SELECT j.id, 'look', 'note', jsonb_build_object('text', 'Idler growls, line ' || n), $1, j.opened_at
     FROM jobs j, generate_series(1, 4) n WHERE j.number > ${SIZES.jobs}`,
    [personId],
  );
  await run(
    `INSERT INTO ticket_entries (job_id, stage, type, body, person_id, at)
     SELECT (SELECT id FROM jobs WHERE number = ${LONG.ticket}), 'look', 'note', jsonb_build_object('text', 'Keeper bent, line ' || n), $1, now()
     FROM generate_series(1, ${LONG.lines}) n`,
    [personId],
  );
  await run(`UPDATE shops SET next_job_number = ${SIZES.jobs + LONG.jobs + 1} WHERE id = $1`, [shopId]);
  await run('ANALYZE');
}

interface Visit {
  readonly kind: string;
  readonly path: string;
}

/** Address of a query. */
const query = (name: string, input: object) => `/api/query/${name}?${new URLSearchParams({ input: JSON.stringify(input) })}`;

const memoryOf = (pid: number): number => {
  const status = `/proc/${pid}/status`;
  return existsSync(status) ? Number(/VmRSS:\s+(\d+)/.exec(readFileSync(status, 'utf8'))?.[1] ?? 0) / 1024 : 0;
};

/** Processor time of a process so far, ms: its own and that of the system for it. */
function processorMs(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  // Clock ticks of 10 ms, the 12th and 13th field after the name.
  return 10 * (Number(fields[11]) + Number(fields[12]));
}

/** Visits of one person alone, for comparison. */
const IDLE_VISITS = 90;

/** Number of requests of one kind for the mean of their processor time. */
const AVERAGED = 30;

/** Prints the processor time of the server for pages and queries, each alone. */
async function processorTimes(base: string, cookie: string, pid: number, first: { machine: number; drive: number }): Promise<void> {
  const job = SIZES.jobs - 5;
  const list = { find: '', page: 1 };
  const QUERIES: readonly (readonly [string, object])[] = [
    ['access.log', list],
    ['belt.life', { driveId: first.drive }],
    ['belts.lasted', {}],
    ['customers.list', list],
    ['drive.read', { id: first.drive }],
    ['drives.list', list],
    ['faults.of-shop', {}],
    ['follow-ups.due', list],
    ['follow-ups.later', list],
    ['job.read', { number: job }],
    ['jobs.closed', list],
    ['jobs.open', {}],
    ['machine.read', { id: first.machine }],
    ['machines.list', list],
    ['notebooks.list', { machine: null }],
    ['parts.list', list],
    ['settings.read', {}],
    ['shelf.read', {}],
    ['shell.read', {}],
    ['tension.past', { driveId: first.drive }],
    ['wear.fleet', {}],
    ['width.past', { driveId: first.drive }],
  ];
  const all = [
    ...QUERIES.map(([name, input]) => [name, query(name, input)] as const),
    ...['/', '/machines', `/machines/${first.machine}`, `/drives/${first.drive}`, '/shelf', `/jobs/${job}`].map(
      (path) => [`page ${path}`, path] as const,
    ),
  ];
  say(`\n${'processor of the server, alone'.padEnd(34)}    ms`);
  for (const [what, path] of all) {
    const open = async () => {
      const response = await fetch(base + path, { headers: { cookie }, redirect: 'manual' });
      if (response.status !== 200) throw new Error(`${path} answered ${response.status}`);
      await response.arrayBuffer();
    };
    await open();
    const before = processorMs(pid);
    for (let i = 0; i < AVERAGED; i++) await open();
    say(`${what.padEnd(34)}${((processorMs(pid) - before) / AVERAGED).toFixed(1).padStart(6)}`);
  }
}

async function main(): Promise<void> {
  ensureBuilt();
  const scratch = join(tmpdir(), `taut-load-${process.pid}`);
  const own = process.env['DATABASE_URL'] ? null : await startPostgres(scratch, 54570);
  const server = own ? own.url('postgres') : process.env['DATABASE_URL']!;
  const url = await ensureDatabase(server, `taut_load_${process.pid}`, { fresh: true });
  const db = openDatabase(url);
  const port = await freePort(4570);
  const base = `http://127.0.0.1:${port}`;
  let app: ReturnType<typeof background> | undefined;
  try {
    await migrate(db.sequelize);
    const founded = await people.createShop(
      db,
      'Quay Bay Repairs',
      {
        name: 'Ines Tarrow',
        email: 'ines@quaybay.example',
        passwordHash: 'none',
      },
      'UTC',
    );
    if (!founded.ok) throw new Error(founded.problem);
    const { id: personId, shopId } = founded.value;
    say('Creating the data…');
    await fill(db, shopId, personId);
    const began = performance.now();
    await db.transact(() => followUps.deriveAll(db.ofShop(shopId)));
    const [size] = (await db.sequelize.query('SELECT pg_database_size(current_database()) / 1000000 AS mb'))[0] as { mb: string }[];
    say(`The database has ${size!.mb} MB.`);
    say(`Follow-ups of ${SIZES.machines} machines derived in ${((performance.now() - began) / 1000).toFixed(1)} s.`);
    const cookies = await Promise.all(
      Array.from({ length: CREW }, async () => {
        const id = randomUUID();
        await people.openSession(db, { id, personId, expiresAt: new Date(Date.now() + 86_400_000), browser: '' }, new Date());
        return `taut-session=${await sealData({ sessionId: id }, { password: SECRET })}`;
      }),
    );
    app = background('node', ['scripts/serve.mjs'], {
      env: { DATABASE_URL: url, TAUT_SECRET: SECRET, NODE_ENV: 'production', PORT: String(port), TAUT_HINT: 'none' },
      stdio: 'ignore',
    });
    while (
      !(await fetch(`${base}/healthz`).then(
        (r) => r.ok,
        () => false,
      ))
    )
      await new Promise((resolve) => setTimeout(resolve, 200));
    const pid = app.child.pid!;
    const first = await idsOf(db);
    await processorTimes(base, cookies[0]!, pid, first);
    await visitAll(base, cookies, pid, first);
  } finally {
    await app?.stop();
    await db.sequelize.close();
    await own?.stop();
    rmSync(scratch, { recursive: true, force: true });
  }
}

async function idsOf(db: Database): Promise<{ machine: number; drive: number }> {
  const first = async (table: string) =>
    Number(((await db.sequelize.query(`SELECT min(id) AS id FROM ${table}`))[0] as { id: number }[])[0]!.id);
  return { machine: await first('machines'), drive: await first('drives') };
}

/** Visits of a person, each at random records. @param upTo a random whole number below a limit */
function visitsOf(first: { machine: number; drive: number }, upTo: (n: number) => number): (() => Visit)[] {
  return [
    () => ({ kind: 'bench', path: '/' }),
    () => ({ kind: 'bench, closed jobs further back', path: `/?page=${1 + upTo(500)}` }),
    () => ({ kind: 'machines', path: '/machines' }),
    () => ({ kind: 'machines, a page further on', path: `/machines?page=${1 + upTo(100)}` }),
    () => ({ kind: 'a machine', path: `/machines/${first.machine + upTo(SIZES.machines)}` }),
    () => ({ kind: 'drives', path: '/drives' }),
    () => ({ kind: 'a drive', path: `/drives/${first.drive + upTo(SIZES.drives)}` }),
    () => ({ kind: 'shelf', path: '/shelf' }),
    () => ({ kind: 'an open job', path: `/jobs/${SIZES.jobs - upTo(60)}` }),
    () => ({ kind: 'a closed job', path: `/jobs/${1 + upTo(SIZES.jobs - 60)}?stage=book` }),
    () => ({ kind: 'open a job', path: '/jobs/new' }),
    () => ({ kind: 'follow-ups', path: '/follow-ups' }),
    () => ({ kind: 'follow-ups, a page further on', path: `/follow-ups/later?page=${1 + upTo(100)}` }),
    () => ({ kind: 'find a follow-up', path: query('follow-ups.later', { find: ['harbour', 'croft 77', 'season'][upTo(3)]!, page: 1 }) }),
    () => ({
      kind: 'find anything, a word',
      path: query('find', { find: ['orch', 'squeals wet', 'croft 77', '29871', 'lighthouse tiller'][upTo(5)]! }),
    }),
    () => ({ kind: 'find anything, a length', path: query('find', { find: `${40 + upTo(50)} 1/2` }) }),
    () => ({ kind: 'find a machine', path: query('machines.list', { find: `s-1${1000 + upTo(4000)}`, page: 1 }) }),
    () => ({ kind: 'find a closed job', path: query('jobs.closed', { find: `hot, ${upTo(97)} hill`, page: 1 }) }),
  ];
}

async function visitAll(base: string, cookies: readonly string[], pid: number, first: { machine: number; drive: number }): Promise<void> {
  const random = seededRandom(7);
  const upTo = (n: number) => Math.floor(random() * n);
  const VISITS = visitsOf(first, upTo);
  const times = new Map<string, number[]>();
  const sizes = new Map<string, number>();
  let failed = 0;
  const visit = async ({ kind, path }: Visit, cookie: string): Promise<void> => {
    const began = performance.now();
    const response = await fetch(base + path, { headers: { cookie }, redirect: 'manual' });
    const { byteLength } = await response.arrayBuffer();
    if (response.status !== 200) failed++;
    sizes.set(kind, byteLength);
    times.set(kind, [...(times.get(kind) ?? []), performance.now() - began]);
  };
  // Opens each page once, so that compiling a page is not measured.
  for (const make of VISITS) await visit(make(), cookies[0]!);
  times.clear();
  // Measured alone: exports are rare, and they delay other requests.
  const long = [
    { kind: `history of ${LONG.jobs} jobs`, path: `/api/machines/${first.machine}/history?as=csv` },
    { kind: `ticket of ${LONG.lines} lines`, path: `/jobs/${LONG.ticket}/ticket` },
  ];
  for (const one of [...long, ...long]) await visit(one, cookies[0]!);
  const alone = new Map(long.map(({ kind }) => [kind, times.get(kind)!.at(-1)!]));
  times.clear();
  // The same visits of one person, for comparison.
  for (let i = 0; i < IDLE_VISITS; i++) await visit(VISITS[i % VISITS.length]!(), cookies[0]!);
  const idle = new Map([...times].map(([kind, list]) => [kind, [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!]));
  times.clear();
  const streams = new AbortController();
  for (const cookie of cookies)
    void fetch(`${base}/api/live?tab=${randomUUID()}&absent=0&place=`, { headers: { cookie }, signal: streams.signal })
      .then((response) => response.body?.pipeTo(new WritableStream()))
      .catch(() => undefined);
  let most = 0;
  const end = Date.now() + SECONDS * 1000;
  const watch = setInterval(() => (most = Math.max(most, memoryOf(pid))), 100);
  const person = async (cookie: string) => {
    while (Date.now() < end) {
      await new Promise((resolve) => setTimeout(resolve, 2000 * PAUSE * random()));
      await visit(VISITS[upTo(VISITS.length)]!(), cookie);
    }
  };
  const health = async () => {
    while (Date.now() < end) {
      await new Promise((resolve) => setTimeout(resolve, 250));
      await visit({ kind: 'healthz', path: '/healthz' }, '');
    }
  };
  await Promise.all([...cookies.map(person), health()]);
  clearInterval(watch);
  streams.abort();
  const at = (sorted: readonly number[], share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(0).padStart(6);
  say(`\n${'ms'.padEnd(34)}   n   idle    p50    p95    max     kB`);
  for (const [kind, list] of [...times].sort()) {
    const sorted = [...list].sort((a, b) => a - b);
    say(
      `${kind.padEnd(34)}${String(sorted.length).padStart(4)} ${(idle.get(kind) ?? 0).toFixed(0).padStart(6)} ${at(sorted, 0.5)} ${at(sorted, 0.95)} ${at(sorted, 1)} ${((sizes.get(kind) ?? 0) / 1000).toFixed(0).padStart(6)}`,
    );
  }
  const all = [...times.entries()].flatMap(([kind, list]) => (kind === 'healthz' ? [] : list)).sort((a, b) => a - b);
  say(`${'all of them'.padEnd(34)}${String(all.length).padStart(4)}        ${at(all, 0.5)} ${at(all, 0.95)} ${at(all, 1)}`);
  say(`\nAlone: ${[...alone].map(([kind, ms]) => `${kind} ${ms.toFixed(0)} ms`).join(', ')}.`);
  say(`\n${CREW} people, mean pause ${PAUSE} s; ${failed} failed answers; at most ${most.toFixed(0)} MB of memory.`);
}

main().catch((error: unknown) => {
  console.error(error);
  process.exitCode = 1;
});
