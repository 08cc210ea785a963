import { readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { root, run } from './lib/machine.mjs';

/** Runs the benchmarks on the code as it ships: bundled, since a test runner’s own loading of modules slows down what calls from one to another. */
const out = join(root, '.cache/bench');
const files = readdirSync(join(root, 'src'), { recursive: true })
  .map(String)
  .filter((file) => file.endsWith('.bench.ts'));
rmSync(out, { recursive: true, force: true });
await build({
  entryPoints: files.map((file) => join(root, 'src', file)),
  outdir: out,
  outbase: join(root, 'src'),
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external: ['vitest', 'numeric'],
  define: { 'import.meta.url': JSON.stringify(`file://${join(root, 'src/core/drive/bench.ts')}`) },
  logLevel: 'warning',
});
run('npx', ['vitest', 'bench', '--run', '--config', 'vitest.bench.config.mts'], { what: 'The benchmarks' });
