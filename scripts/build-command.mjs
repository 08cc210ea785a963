import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

/**
 * Bundles the programs outside the application: command line, server threads, service worker and microphone worklet.
 * The command line is one file with a compile cache, so that it starts about as fast as Node.
 */
const root = fileURLToPath(new URL('..', import.meta.url));
rmSync(join(root, 'dist/taut.cache'), { force: true });
const bundle = (entry, outfile, where = {}) =>
  build({
    absWorkingDir: root,
    entryPoints: [entry],
    outfile,
    bundle: true,
    minify: true,
    platform: 'node',
    target: 'node20',
    format: 'cjs',
    legalComments: 'none',
    logLevel: 'error',
    ...where,
  });
await bundle('src/workers/compute-tasks.ts', 'dist/compute.cjs');
// The picture library is native: it stays outside, and only the command that needs it loads it.
await bundle('src/cli/main.ts', 'dist/taut.cjs', { external: ['sharp'], supported: { 'dynamic-import': false } });
for (const name of ['service-worker', 'recorder-worklet'])
  await bundle(`src/workers/${name}.ts`, `public/${name}.js`, {
    platform: 'browser',
    target: 'es2022',
    format: 'iife',
    define: { 'process.env.NODE_ENV': '"production"' },
  });
// A real call fills the compile cache with the modules in use.
const { status, stderr } = spawnSync(process.execPath, ['bin/taut', 'solve', 'demo/drives/orchard-rider.drive.json'], {
  cwd: root,
  env: { ...process.env, TAUT_KEEP_COMPILED: '1' },
  encoding: 'utf8',
});
if (status !== 0) throw new Error(`the built command does not run: ${stderr}`);
