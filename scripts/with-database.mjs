import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ensurePackages, giveUp, outliveReaders, root } from './lib/machine.mjs';
import { ensureDatabase, runningUrl, startPostgres } from './lib/postgres.mjs';

/**
 * Runs a script with the address of the database: DATABASE_URL, or the database of a running start.
 * Otherwise the one in the data folder is started for this, and then stopped.
 * Use: node scripts/with-database.mjs SCRIPT ARGUMENTS [--data FOLDER]
 */
outliveReaders();
const [script, ...rest] = process.argv.slice(2);
if (script === undefined) giveUp('Name a script to run.');
const at = rest.indexOf('--data');
const data = resolve(at >= 0 ? (rest[at + 1] ?? '') : (process.env.TAUT_DATA ?? join(root, 'data')));
const args = at >= 0 ? [...rest.slice(0, at), ...rest.slice(at + 2)] : rest;
ensurePackages();

let own = null;
let url = process.env.DATABASE_URL ?? runningUrl(data, 'taut_sheave');
if (!url) {
  // A restore may be the first command on a new machine. A backup of nothing is refused.
  if (!existsSync(join(data, 'database-password')) && !args.includes('read'))
    giveUp(`There is no database in ${data}. Set --data to its folder, or DATABASE_URL.`);
  own = await startPostgres(data, 54270);
  url = await ensureDatabase(own.url('postgres'), 'taut_sheave');
}
const { status } = spawnSync('node', ['--import', 'tsx', script, ...args], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, DATABASE_URL: url },
});
await own?.stop();
process.exit(status ?? 1);
