/** Imports point one way: app → features → ui → client → (contract, services, formats) → core, and app → server → db → core. */
const layer = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to: { path: to } });
/** Tests, and what only tests read. */
const TESTS = '(\\.(test|bench)|/(sample-(drives|notebook|sheets)|test-[^/]+))\\.tsx?$';
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    layer('core-stands-alone', '^src/core', '^src/(?!core)'),
    {
      name: 'core-imports-no-platform',
      severity: 'error',
      from: { path: '^src/core', pathNot: TESTS },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/(zod|fft\\.js)/' },
    },
    layer('contract-uses-core-only', '^src/contract', '^src/(?!core|contract)'),
    layer('formats-use-core-only', '^src/formats', '^src/(?!core|formats)'),
    layer('services-use-core-and-formats', '^src/services', '^src/(?!core|formats|services)'),
    layer('cli-uses-core-services-and-formats', '^src/cli/', '^src/(?!core|formats|services|cli/)'),
    layer('db-below-server', '^src/db', '^src/(app|features|ui|server|services|workers|cli/)'),
    layer('server-below-features', '^src/server', '^src/(app|features|ui|cli/)'),
    layer('workers-use-core-and-services', '^src/workers', '^src/(?!core|formats|services|workers)'),
    {
      name: 'client-below-ui',
      severity: 'error',
      from: { path: '^src/client', pathNot: TESTS },
      to: { path: '^src/(app|features|ui|server|db|cli/)' },
    },
    layer('ui-below-features', '^src/ui', '^src/(app|features|server|db|cli/)'),
    layer('features-below-app', '^src/features', '^src/(app|cli/)'),
    {
      name: 'core-through-its-door',
      severity: 'error',
      from: { path: '^src/(?!core)', pathNot: TESTS },
      to: { path: '^src/core/[^/]+/(?!index\\.ts)' },
    },
    {
      name: 'between-core-folders-through-the-door',
      severity: 'error',
      from: { path: '^src/core/([^/]+)/', pathNot: TESTS },
      to: { path: '^src/core/([^/]+)/(?!index\\.ts)', pathNot: '^src/core/$1/' },
    },
  ],
  options: { doNotFollow: { path: 'node_modules' }, tsPreCompilationDeps: true, tsConfig: { fileName: 'tsconfig.json' } },
};
