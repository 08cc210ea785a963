import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');
export const isRoot = process.getuid?.() === 0;

/**
 * Ends the script with one sentence for the person who started it.
 * @param {string} sentence
 * @returns {never}
 */
export function giveUp(sentence) {
  process.stderr.write(`\n${sentence}\n`);
  process.exit(1);
}

export const say = (line) => process.stdout.write(`${line}\n`);

/** Continues after the reader of the output exits, as in `npm start | head`. */
export function outliveReaders() {
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
}

/** Runs a command with its output shown. Ends the script if it fails. */
export function run(command, args, { env = {}, what = command, quiet = false } = {}) {
  const { status, stdout, stderr } = spawnSync(command, args, {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: quiet ? 'pipe' : 'inherit',
    encoding: 'utf8',
  });
  if (status !== 0) {
    if (quiet) process.stderr.write(`${stdout ?? ''}${stderr ?? ''}`);
    giveUp(`${what} failed. Its output is above.`);
  }
}

/** Folder of PostgreSQL's programs, newest version first; null where it is not installed. */
export function postgresPrograms() {
  const versions = '/usr/lib/postgresql';
  const found = existsSync(versions)
    ? readdirSync(versions)
        .sort((a, b) => Number(b) - Number(a))
        .map((v) => join(versions, v, 'bin'))
    : [];
  return found.find((folder) => existsSync(join(folder, 'initdb'))) ?? null;
}

/** Installs missing Debian packages, or prints the command that does. */
export function ensureDebian({ database, browser }) {
  const missing = [];
  if (database && !postgresPrograms()) missing.push('postgresql');
  if (browser && !existsSync('/usr/bin/chromium')) missing.push('chromium');
  if (missing.length === 0) return;
  const names = missing.join(' ');
  if (!isRoot)
    giveUp(`This needs Debian's ${names}. Run: sudo apt-get install ${names}. Or set DATABASE_URL to another PostgreSQL server.`);
  say(`Installing ${names} …`);
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  run('apt-get', ['update', '-qq'], { env, quiet: true, what: 'Reading the package lists' });
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...missing], { env, quiet: true, what: `Installing ${names}` });
}

const digest = (...parts) => createHash('sha256').update(parts.join('\0')).digest('hex');

/** Installs npm packages where the lock file is not what was installed last. */
export function ensurePackages() {
  const mark = join(root, 'node_modules/.taut-installed');
  const wanted = digest(readFileSync(join(root, 'package-lock.json'), 'utf8'), process.version);
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return;
  say('Installing packages…');
  // Ignores NODE_ENV: the build needs the development packages.
  run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], {
    env: { NODE_ENV: 'development' },
    what: 'Installing packages',
  });
  writeFileSync(mark, wanted);
}

function fingerprint(folder) {
  return readdirSync(join(root, folder), { withFileTypes: true })
    .map((entry) => {
      const path = join(folder, entry.name);
      if (entry.isDirectory()) return fingerprint(path);
      const { size, mtimeMs } = statSync(join(root, path));
      return `${path}:${size}:${mtimeMs}`;
    })
    .join('\n');
}

/** Content of all files of a folder, without their times: the same on every machine. */
function contents(folder) {
  return readdirSync(join(root, folder), { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .map((entry) => {
      const path = join(folder, entry.name);
      return entry.isDirectory() ? contents(path) : `${path}:${readFileSync(join(root, path), 'utf8')}`;
    })
    .join('\n');
}

const BUNDLES = ['dist/taut.cjs', 'dist/compute.cjs', 'public/service-worker.js', 'public/recorder-worklet.js'];

/** Bundles the command and what the server computes in threads. */
export const buildBundles = () => run('node', ['scripts/build-command.mjs'], { what: 'Building the command' });

/** Builds the command and the application where the sources changed since the last build. */
export function ensureBuilt() {
  const mark = join(root, '.next/taut-built');
  const wanted = digest(
    fingerprint('src'),
    readFileSync(join(root, 'next.config.ts'), 'utf8'),
    readFileSync(join(root, 'package-lock.json'), 'utf8'),
  );
  if (existsSync(mark) && BUNDLES.every((file) => existsSync(join(root, file))) && readFileSync(mark, 'utf8') === wanted) return;
  say('Building…');
  const sources = digest(
    contents('src'),
    readFileSync(join(root, 'next.config.ts'), 'utf8'),
    readFileSync(join(root, 'package-lock.json'), 'utf8'),
  );
  buildBundles();
  run('node', ['node_modules/next/dist/bin/next', 'build'], {
    env: {
      NEXT_TELEMETRY_DISABLED: '1',
      NODE_ENV: 'production',
      TAUT_SOURCES: sources,
      // Servers behind one address must agree on the ids of actions. No action holds data that this key would protect.
      NEXT_SERVER_ACTIONS_ENCRYPTION_KEY: process.env.NEXT_SERVER_ACTIONS_ENCRYPTION_KEY ?? Buffer.from(sources, 'hex').toString('base64'),
    },
    quiet: true,
    what: 'Building the application',
  });
  mkdirSync(join(root, '.next'), { recursive: true });
  writeFileSync(mark, wanted);
}

const after = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
/** A process gets so long after each signal before the next and stronger one, ms. */
const STEP_MS = 6000;

/**
 * Ends a process by one signal after another, the next where it is still there some seconds later. The last one should be SIGKILL.
 * @param {(signal: NodeJS.Signals) => void} kill
 * @param {Promise<unknown>} ended
 * @param {readonly NodeJS.Signals[]} signals
 */
export async function endBySteps(kill, ended, signals, stepMs = STEP_MS) {
  for (const signal of signals) {
    kill(signal);
    if (await Promise.race([ended.then(() => true), after(stepMs).then(() => false)])) return;
  }
  await ended;
}

/**
 * Starts a long-running part; `stop` ends it and waits.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {Omit<import('node:child_process').SpawnOptions, 'env'> & { env?: Record<string, string | undefined> }} options
 */
export function background(command, args, { env = {}, ...options } = {}) {
  const child = spawn(command, args, { cwd: root, env: { ...process.env, ...env }, stdio: 'inherit', ...options });
  const ended = new Promise((resolve) => child.once('exit', (code, signal) => resolve({ code, signal })));
  /** @param {NodeJS.Signals} signal */
  const kill = (signal = 'SIGTERM') => {
    if (child.exitCode === null && child.signalCode === null) child.kill(signal);
  };
  /** @param {NodeJS.Signals} [signal] */
  const stop = (signal = 'SIGTERM') =>
    endBySteps(kill, ended, signal === 'SIGINT' ? ['SIGINT', 'SIGQUIT', 'SIGKILL'] : [signal, 'SIGKILL']);
  return { child, ended, kill, stop };
}
