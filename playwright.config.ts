import { defineConfig } from '@playwright/test';
import { launchOptions } from './e2e/launch';

export default defineConfig({
  testDir: 'e2e',
  testIgnore: 'screenshots.ts',
  globalSetup: './e2e/sign-in-once.ts',
  fullyParallel: false,
  workers: 1,
  // One more try where a loaded machine is late; the report names every test that needed it.
  retries: 1,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  outputDir: `test-results/${(process.env['BROWSER_REPORT'] ?? 'own').replace(/\W+/g, '-')}`,
  reporter: [['list'], ['json', { outputFile: process.env['BROWSER_REPORT'] ?? '.cache/reports/browser.json' }]],
  use: {
    baseURL: process.env['BASE_URL'] ?? 'http://127.0.0.1:4270',
    viewport: { width: 1280, height: 800 },
    launchOptions,
    trace: process.env['TRACE'] ? 'retain-on-failure' : 'off',
    colorScheme: 'light',
    // Nothing waits for a transition.
    contextOptions: { reducedMotion: 'reduce' },
    // What is played for the network in a test is not seen by a service worker; the test of that worker lets it in.
    serviceWorkers: 'block',
  },
});
