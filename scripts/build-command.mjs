import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

/** Bundles the command line into one file and keeps it compiled, so that it starts in about the time Node itself takes. */
const root = fileURLToPath(new URL('..', import.meta.url));
rmSync(join(root, 'dist/taut.cache'), { force: true });
await build({
  absWorkingDir: root,
  entryPoints: ['src/command/main.ts'],
  outfile: 'dist/taut.cjs',
  bundle: true,
  minify: true,
  platform: 'node',
  target: 'node20',
  format: 'cjs',
  legalComments: 'none',
  logLevel: 'error',
});
// A real call, so that what it uses is what is kept.
const { status, stderr } = spawnSync(process.execPath, ['bin/taut', 'solve', 'demo/drives/orchard-rider.drive.json'], {
  cwd: root,
  env: { ...process.env, TAUT_KEEP_COMPILED: '1' },
  encoding: 'utf8',
});
if (status !== 0) throw new Error(`the built command does not run: ${stderr}`);
