import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawn, spawnSync } from 'node:child_process';
import { installCommitHook } from './lib/commit-hook.mjs';
import { background, ensureBuilt, ensureDebian, ensurePackages, root, run, say } from './lib/machine.mjs';
import { dropDatabase, ensureDatabase, freePort, startPostgres } from './lib/postgres.mjs';

/**
 * Everything that must hold: lint, layers, types, unit and database tests, and browser tests on the built application. The last line is
 * `N passed, N failed` (and skipped) from the runners' own counts. Exits 1 where anything failed, was missing or ran no test.
 */
ensureDebian({ database: !process.env.DATABASE_URL, browser: true });
ensurePackages();
installCommitHook(root);
/** Larger young generation: type checks and screens create many objects, and half of the time was garbage collection. */
const ROOMY = { NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=128`.trim() };
/** Sampled experiments are not among them: `npm run test:long` runs those. */
const PROJECTS = ['unit', 'screens', 'database'].flatMap((name) => ['--project', name]);
const counts = { passed: 0, failed: 0, skipped: 0 };
/** Names of failed steps and tests, for the end of the output. @type {string[]} */
const failures = [];
let broken = false;
const step = (what, command, args, env = {}) => {
  say(`\n== ${what}`);
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  if (status !== 0) fail(what);
  return status === 0;
};
const reports = join(root, '.cache/reports');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

run('npx', ['next', 'typegen'], { quiet: true, what: 'Generating route types' });
await together([
  ['Lint', 'npx', ['eslint', '.', '--max-warnings', '0']],
  ['Language', 'node', ['scripts/lint-language.mjs']],
  ['Formatting', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
  ['Layers', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src', '--output-type', 'err']],
  ['Types', 'npx', ['tsc', '--noEmit']],
  ['Types of the scripts', 'npx', ['tsc', '--noEmit', '-p', 'tsconfig.scripts.json']],
  ['Build', 'node', ['scripts/build.mjs']],
]);

ensureBuilt();
const scratch = join(tmpdir(), `taut-test-${process.pid}`);
const own = process.env.DATABASE_URL ? null : await startPostgres(scratch, 54370, { lasting: false });
const server = own ? own.url('postgres') : process.env.DATABASE_URL;
/** @type {string[]} */
const names = [];
/** @type {ReturnType<typeof background>[]} */
const apps = [];
/** Browser tests run in two parts side by side, each on a server and a database of its own: what one changes the other does not see. These are about half of it. */
const FIRST_HALF = [
  'belt-width',
  'draw-a-drive',
  'every-screen',
  'killed-half-way',
  'lists',
  'machines',
  'match-a-substitute',
  'parts-and-seasons',
  'starts',
];
const browserTests = readdirSync(join(root, 'e2e')).filter((file) => file.endsWith('.spec.ts'));
const isFirst = (file) => FIRST_HALF.includes(file.replace('.spec.ts', ''));
const HALVES = [browserTests.filter(isFirst), browserTests.filter((file) => !isFirst(file))];
try {
  const unitUrl = await fresh('unit');
  const unitReport = join(reports, 'unit.json');
  step(
    'Unit and database tests',
    'npx',
    ['vitest', 'run', ...PROJECTS, '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`],
    {
      TEST_DATABASE_URL: unitUrl,
      ...ROOMY,
    },
  );
  count(unitReport, (r) => ({
    passed: r.numPassedTests,
    failed: r.numFailedTests,
    skipped: r.numTotalTests - r.numPassedTests - r.numFailedTests,
    names: r.testResults.flatMap((file) => file.assertionResults.filter((test) => test.status === 'failed').map((test) => test.fullName)),
  }));

  const emptySite = await serve('empty', 4370, ['migrate']);
  const halves = [];
  for (const [i, files] of HALVES.entries()) {
    const half = i + 1;
    const report = join(reports, `browser-${half}.json`);
    const site = await serve(`browser${half}`, 4370, ['migrate', 'seed']);
    halves.push({
      report,
      args: ['playwright', 'test', ...files.map((file) => `e2e/${file}`)],
      env: { BASE_URL: site, EMPTY_URL: emptySite, BROWSER_REPORT: report },
    });
  }
  await Promise.all(halves.map(({ args, env }, i) => check([`Browser tests, half ${i + 1}`, 'npx', args, env])));
  for (const { report } of halves)
    count(report, ({ stats, suites }) => ({
      passed: stats.expected + stats.flaky,
      failed: stats.unexpected,
      skipped: stats.skipped,
      names: failedSpecs(suites),
    }));
} finally {
  for (const app of apps) await app.stop();
  for (const name of names) await dropDatabase(server, name).catch(() => undefined);
  await own?.stop();
  rmSync(scratch, { recursive: true, force: true });
}

/** @param {string} purpose */
async function fresh(purpose) {
  const name = `taut_${purpose}_${process.pid}`;
  names.push(name);
  return ensureDatabase(server, name, { fresh: true });
}

/**
 * Serves the built application on a database of its own; answers its address.
 * @param {string} purpose
 * @param {number} from the first port tried
 * @param {readonly string[]} prepare
 */
async function serve(purpose, from, prepare) {
  const port = await freePort(from + apps.length);
  const env = {
    DATABASE_URL: await fresh(purpose),
    TAUT_SECRET: 'a-secret-for-tests-only-0123456789abcdef',
    NODE_ENV: 'production',
    PORT: String(port),
    TAUT_HINT: 'none',
  };
  run('node', ['--import', 'tsx', 'scripts/database.ts', ...prepare], { env, quiet: true, what: `Preparing the database of ${purpose}` });
  apps.push(background('node', ['scripts/serve.mjs'], { env, stdio: 'ignore' }));
  await untilServing(port);
  return `http://127.0.0.1:${port}`;
}

/**
 * One check. Its output is printed at its end.
 * @param {readonly [string, string, readonly string[], Record<string, string>?]} check
 */
function check([what, command, args, env = ROOMY]) {
  return new Promise((resolve) => {
    const child = spawn(command, [...args], { cwd: root, env: { ...process.env, ...env } });
    let text = '';
    child.stdout.on('data', (d) => (text += d));
    child.stderr.on('data', (d) => (text += d));
    child.once('exit', (status) => {
      say(`\n== ${what}\n${text}`);
      if (status !== 0) fail(what);
      resolve(undefined);
    });
  });
}

/**
 * Checks that have nothing to do with each other, side by side: the first by itself, since it takes longest, the others one after the other.
 * @param {readonly (readonly [string, string, readonly string[]])[]} checks
 */
async function together([first, ...others]) {
  const inTurn = async () => {
    for (const other of others) await check(other);
  };
  await Promise.all([check(first), inTurn()]);
}

async function untilServing(port) {
  for (let attempt = 0; attempt < 120; attempt++) {
    const answer = await fetch(`http://127.0.0.1:${port}/healthz`).catch(() => null);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  throw new Error(`nothing answers on port ${port}`);
}

/** Titles of the failed browser tests in the suites of a report. */
function failedSpecs(suites) {
  return suites.flatMap(({ suites: inner = [], specs = [] }) => [
    ...specs.filter((spec) => !spec.ok).map((spec) => `${spec.file}: ${spec.title}`),
    ...failedSpecs(inner),
  ]);
}

/** Notes a failed step or test. */
function fail(what) {
  broken = true;
  failures.push(what);
}

function count(file, read) {
  if (!existsSync(file)) {
    fail(`no report at ${file}`);
    return;
  }
  const found = read(JSON.parse(readFileSync(file, 'utf8')));
  if (found.passed + found.failed === 0) fail(`no test in ${file}`);
  failures.push(...found.names);
  for (const key of Object.keys(counts)) counts[key] += found[key];
}

if (broken && counts.failed === 0) counts.failed = 1;
if (failures.length > 0) say(`\nFailed:\n${failures.map((name) => `  ${name}`).join('\n')}`);
say(`\n${counts.passed} passed, ${counts.failed} failed${counts.skipped > 0 ? `, ${counts.skipped} skipped` : ''}`);
process.exit(counts.failed > 0 || counts.passed === 0 ? 1 : 0);
