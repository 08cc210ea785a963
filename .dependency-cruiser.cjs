/** Imports point one way: app → features → ui → client → services → contract → formats → core, and app → server → db → contract. */
const layer = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to: { path: to } });
/** Tests, and what only tests read. */
const TESTS = '(\\.(test|bench)|/sample-drives|/survey-(notebooks|sheets)|/test-[^/]+)\\.tsx?$';
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    { name: 'core-stands-alone', severity: 'error', from: { path: '^src/core', pathNot: TESTS }, to: { path: '^src/(?!core|lab)' } },
    {
      name: 'lab-for-practice-and-simulated-sounds',
      comment: 'Nothing else that is shipped simulates.',
      severity: 'error',
      from: {
        path: '^src/(?!lab)',
        pathNot: [TESTS, '^src/core/practice/', '^src/features/tension/tap-meter', '^src/features/times/listen'],
      },
      to: { path: '^src/lab' },
    },
    layer('lab-uses-core-only', '^src/lab', '^src/(?!core|lab)'),
    {
      name: 'core-imports-no-platform',
      severity: 'error',
      from: { path: '^src/core', pathNot: TESTS },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/(zod|fft\\.js|ml-matrix)/' },
    },
    layer('contract-uses-core-and-formats', '^src/contract', '^src/(?!core|formats|contract)'),
    layer('formats-use-core-only', '^src/formats', '^src/(?!core|formats|lab)'),
    layer('services-use-core-formats-and-contract', '^src/services', '^src/(?!core|formats|contract|services|lab)'),
    layer('cli-uses-core-services-and-formats', '^src/cli/', '^src/(?!core|formats|services|lab|cli/)'),
    layer('db-below-server', '^src/db', '^src/(app|features|ui|server|services|workers|cli/)'),
    layer('server-below-features', '^src/server', '^src/(app|features|ui|client|cli/)'),
    layer('workers-use-core-and-services', '^src/workers', '^src/(?!core|formats|contract|services|workers)'),
    {
      name: 'client-below-ui',
      severity: 'error',
      from: { path: '^src/client', pathNot: TESTS },
      to: { path: '^src/(app|features|ui|server|db|cli/)' },
    },
    layer('ui-below-features', '^src/ui', '^src/(app|features|server|db|cli/)'),
    {
      name: 'browser-without-server',
      comment: 'Browser and server agree on names, inputs and results in the contract.',
      severity: 'error',
      from: { path: '^src/(features|ui|client)', pathNot: [TESTS, '^src/features/account/actions'] },
      to: { path: '^src/(db|server)' },
    },
    {
      name: 'features-one-way',
      comment: 'Shared code of two features belongs to services, client or ui.',
      severity: 'error',
      scope: 'folder',
      from: { path: '^src/features/[^/]+$' },
      to: { circular: true, path: '^src/features/[^/]+$' },
    },
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
