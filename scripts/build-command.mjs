import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';

/** Bundles the command line into one file, so that it starts in about the time Node itself takes. */
const root = fileURLToPath(new URL('..', import.meta.url));
await build({
  absWorkingDir: root, entryPoints: ['src/command/main.ts'], outfile: 'dist/taut.cjs', bundle: true, minify: true,
  platform: 'node', target: 'node20', format: 'cjs', legalComments: 'none', logLevel: 'error',
});
