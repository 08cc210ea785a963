import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { installCommitHook } from './lib/commit-hook.mjs';
import { whyNotAnswering } from './lib/database-url.mjs';
import { readProxies } from './lib/client-address.mjs';
import { secretIn, whyNotWritable } from './lib/files.mjs';
import { takeFolder } from './lib/lock.mjs';
import {
  background,
  buildBundles,
  ensureBuilt,
  ensureDebian,
  ensurePackages,
  giveUp,
  outliveReaders,
  root,
  run,
  say,
} from './lib/machine.mjs';
import { ensureDatabase, freePort, startPostgres } from './lib/postgres.mjs';
import { starters, whenGone } from './lib/starters.mjs';

const HELP = `npm start [-- options]
  --empty        start without demo data; the first visit creates the owner's account
  --port N       port of the application (PORT; default 4270)
  --data FOLDER  folder of the database and secrets (TAUT_DATA; default ./data)
  --demo-anyway  serve demo accounts to other machines, although their password is public
  --dev          rebuild on every change
With DATABASE_URL set, that PostgreSQL database is used and no server is started.
TAUT_PROXIES lists trusted proxies, such as 127.0.0.1 or 10.0.0.0/8. Without it, no forwarded address is trusted.
TAUT_HOST is the address to listen on (127.0.0.1). Set TAUT_HTTPS=1 behind an HTTPS proxy: the session cookie is then sent by HTTPS only.`;

outliveReaders();

/** True if a server passes its health check within some seconds. */
const answersAt = (address) =>
  fetch(`${address}/healthz`, { signal: AbortSignal.timeout(5000) }).then(
    (r) => r.ok,
    () => false,
  );

let flags;
try {
  flags = parseArgs({
    options: {
      empty: { type: 'boolean' },
      port: { type: 'string' },
      data: { type: 'string' },
      'demo-anyway': { type: 'boolean' },
      dev: { type: 'boolean' },
      help: { type: 'boolean' },
    },
  }).values;
} catch (error) {
  giveUp(`${error.message}\n${HELP}`);
}
if (flags.help) {
  say(HELP);
  process.exit(0);
}
const wanted = Number(flags.port ?? process.env.PORT ?? 4270);
if (!Number.isInteger(wanted) || wanted < 1 || wanted > 65535)
  giveUp(`The port must be a whole number from 1 to 65535, not ${flags.port ?? process.env.PORT}.`);
const data = resolve(flags.data ?? process.env.TAUT_DATA ?? join(root, 'data'));
const theirs = process.env.DATABASE_URL;

// Every possible refusal comes before anything is installed, built or started.
const needsFolder = !theirs || !process.env.TAUT_SECRET;
const unwritable = needsFolder ? whyNotWritable(data) : null;
if (unwritable) giveUp(unwritable);
const silent = theirs ? await whyNotAnswering(theirs) : null;
if (silent) giveUp(silent);
const proxies = readProxies(process.env.TAUT_PROXIES);
if (!proxies.ok) giveUp(proxies.problem);
const folder = theirs ? null : await takeFolder(data);
if (folder && !folder.taken) {
  if (folder.address && !(await answersAt(folder.address)))
    giveUp(
      `Process ${folder.pid} uses the data folder ${data}, but its server at ${folder.address} does not answer. End that process (kill ${folder.pid}), then start again.`,
    );
  say(
    folder.address
      ? `Taut Sheave is already running at ${folder.address} on the data folder ${data}. Nothing was changed.`
      : `Process ${folder.pid} is starting Taut Sheave on the data folder ${data}. Nothing was changed.`,
  );
  process.exit(0);
}
process.once('exit', () => folder?.free());

// From here on an interruption stops what was started. The next start resumes.
/** @type {(code: number) => Promise<void>} */
let stop = async (code) => process.exit(code);
/** One press of Ctrl-C can arrive twice: from the terminal and through npm, ms. */
const ONE_PRESS_MS = 1000;
let firstSignal = 0;
/** Ends immediately at a second signal. Before anything was started it has no effect. Committed data stays. */
let endNow = () => undefined;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    if (firstSignal > 0 && Date.now() - firstSignal > ONE_PRESS_MS) endNow();
    firstSignal ||= Date.now();
    void stop(0);
  });

ensureDebian({ database: !theirs, browser: false });
ensurePackages();
installCommitHook(root);
if (flags.dev) buildBundles();
else ensureBuilt();

const own = theirs ? null : await startPostgres(data, 54270);
const env = {
  DATABASE_URL: own ? await ensureDatabase(own.url('postgres'), 'taut_sheave') : theirs,
  TAUT_SECRET: process.env.TAUT_SECRET ?? secretIn(join(data, 'session-secret')).secret,
  NEXT_TELEMETRY_DISABLED: '1',
  NODE_ENV: flags.dev ? 'development' : 'production',
};
run(
  'node',
  [
    ...['--import', 'tsx', 'scripts/database.ts', 'migrate'],
    ...(flags['demo-anyway'] ? [] : ['demo-stays-home']),
    ...(flags.empty ? [] : ['seed']),
  ],
  { env, what: 'Preparing the database' },
);

const port = await freePort(wanted);
if (port !== wanted) say(`Port ${wanted} is taken; using ${port}.`);
const server = background('node', ['scripts/serve.mjs'], { env: { ...env, PORT: String(port) }, detached: true });
process.once('exit', () => server.kill());
folder?.serving(`http://${process.env.TAUT_HOST ?? '127.0.0.1'}:${port}`);
void own?.keepUp();

let stopping = false;
stop = async (code) => {
  if (stopping) return;
  stopping = true;
  await server.stop();
  await own?.stop();
  process.exit(code);
};
endNow = () => {
  server.kill('SIGKILL');
  own?.endNow();
  process.exit(1);
};
whenGone(starters(), () => void stop(0));
const { code } = await server.ended;
await stop(code ?? 1);
