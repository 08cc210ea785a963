import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const shared = {
  resolve: {
    alias: {
      '@': fileURLToPath(new URL('./src', import.meta.url)),
      'server-only': fileURLToPath(new URL('./scripts/empty.ts', import.meta.url)),
    },
  },
};
const DATABASE = 'src/**/*.db.test.ts';
/** What draws many samples to see how often a stated chance holds. */
const SAMPLED = 'src/**/*.sampled.test.ts';

/** `unit`, `sampled` and `screens` stand alone; `database` needs a PostgreSQL in TEST_DATABASE_URL and fails without one. `npm test` runs all but `sampled`, which `npm run test:long` runs. */
export default defineConfig({
  ...shared,
  test: {
    maxWorkers: '100%',
    projects: [
      {
        ...shared,
        test: {
          name: 'unit',
          isolate: false,
          include: ['src/**/*.test.ts', 'scripts/**/*.test.ts'],
          exclude: [DATABASE, SAMPLED],
          testTimeout: 30_000,
        },
      },
      {
        ...shared,
        test: {
          name: 'screens',
          include: ['src/**/*.test.tsx'],
          environment: 'jsdom',
          setupFiles: ['src/ui/test-screen-setup.ts'],
          testTimeout: 30_000,
          // The first test of a file loads all parts of its screens.
          hookTimeout: 60_000,
        },
      },
      { ...shared, test: { name: 'sampled', include: [SAMPLED], testTimeout: 120_000 } },
      {
        ...shared,
        test: {
          name: 'database',
          include: [DATABASE],
          globalSetup: ['src/db/test-template.ts'],
          setupFiles: ['src/server/test-server-setup.ts'],
          isolate: false,
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
