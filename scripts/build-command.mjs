import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

/**
 * Bundles what runs outside the application: the command line into one file that is kept compiled, so that it starts in about the time Node itself
 * takes; what the server computes in threads; what stands in a browser between pages and the network, and what
 * takes a microphone's sound there.
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
await bundle('src/command/main.ts', 'dist/taut.cjs');
for (const name of ['service-worker', 'recorder-worklet'])
  await bundle(`src/workers/${name}.ts`, `public/${name}.js`, {
    platform: 'browser',
    target: 'es2022',
    format: 'iife',
    define: { 'process.env.NODE_ENV': '"production"' },
  });
// A real call, so that what it uses is what is kept.
const { status, stderr } = spawnSync(process.execPath, ['bin/taut', 'solve', 'demo/drives/orchard-rider.drive.json'], {
  cwd: root,
  env: { ...process.env, TAUT_KEEP_COMPILED: '1' },
  encoding: 'utf8',
});
if (status !== 0) throw new Error(`the built command does not run: ${stderr}`);
