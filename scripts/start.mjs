import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { background, ensureBuilt, ensureDebian, ensurePackages, giveUp, root, run, say } from './lib/machine.mjs';
import { ensureDatabase, freePort, keptSecret, startPostgres } from './lib/postgres.mjs';

const HELP = `npm start [-- options]
  --empty        no demo data: the first visit asks for the owner's account
  --port N       port of the application (PORT; default 4270)
  --data FOLDER  where database and secrets are kept (TAUT_DATA; default ./data)
  --dev          rebuild on every change
With DATABASE_URL set, that PostgreSQL server and database are used and none is started.`;

let flags;
try {
  flags = parseArgs({
    options: {
      empty: { type: 'boolean' },
      port: { type: 'string' },
      data: { type: 'string' },
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

ensureDebian({ database: !process.env.DATABASE_URL, browser: false });
ensurePackages();
if (!flags.dev) ensureBuilt();

const own = process.env.DATABASE_URL ? null : await startPostgres(data, 54270);
const databaseUrl = own ? await ensureDatabase(own.url('postgres'), 'taut_sheave') : process.env.DATABASE_URL;
const env = {
  DATABASE_URL: databaseUrl,
  TAUT_SECRET: process.env.TAUT_SECRET ?? keptSecret(join(data, 'session-secret')),
  NEXT_TELEMETRY_DISABLED: '1',
  NODE_ENV: flags.dev ? 'development' : 'production',
};
run('node', ['--import', 'tsx', 'scripts/database.ts', 'migrate', ...(flags.empty ? [] : ['seed'])], {
  env,
  what: 'Preparing the database',
});

const port = await freePort(wanted);
if (port !== wanted) say(`Port ${wanted} is taken; using ${port}.`);
const server = background('node', ['scripts/serve.mjs'], { env: { ...env, PORT: String(port) }, detached: true });

let stopping = false;
const stop = async (code) => {
  if (stopping) return;
  stopping = true;
  await server.stop();
  await own?.stop();
  process.exit(code);
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
const { code } = await server.ended;
await stop(code ?? 1);
