import { expect, test, type Page } from './test';
import { as } from './people';

/** Largest scripts that a page loads before it is idle, kB gzipped. Workers have scripts of their own. */
const BUDGETS = { 'sign-in': 200, jobs: 350, 'stage of a job': 520 } as const;

/** The browser is never idle: no part is loaded before it is shown. */
const neverIdle = (page: Page) =>
  page.addInitScript(() => {
    window.requestIdleCallback = () => 0;
  });

/** Scripts that the page has loaded, kB as sent. */
const scriptsKb = (page: Page) =>
  page.evaluate(
    () =>
      performance
        .getEntriesByType('resource')
        .filter((entry) => new URL(entry.name).pathname.endsWith('.js'))
        .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0) / 1000,
  );

test.describe('signed out', () => {
  test.use({ storageState: { cookies: [], origins: [] } });
  test('the sign-in page stays within its budget of scripts', async ({ page }) => {
    await neverIdle(page);
    await page.goto('/sign-in');
    await expect(page.getByRole('button', { name: 'Sign in' })).toBeEnabled();
    await page.waitForLoadState('networkidle');
    expect(await scriptsKb(page)).toBeLessThan(BUDGETS['sign-in']);
  });
});

test.describe('signed in', () => {
  test.use(as('owner'));

  test('the jobs stay within their budget of scripts', async ({ page }) => {
    await neverIdle(page);
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
    await page.waitForLoadState('networkidle');
    expect(await scriptsKb(page)).toBeLessThan(BUDGETS.jobs);
  });

  for (const [stage, ready] of [
    ['ask', 'All steps'],
    ['secure', /Stop the engine/],
    ['look', 'Every check'],
    ['match', /release and grip/],
    ['fit', 'Parts count'],
    ['set', 'All steps'],
    ['prove', 'All steps'],
    ['book', 'Closing line for the customer'],
  ] as const)
    test(`a job at ${stage} stays within its budget of scripts`, async ({ page }) => {
      await neverIdle(page);
      await page.goto(`/jobs/222?stage=${stage}`);
      await expect(page.getByText(ready).first()).toBeAttached();
      await page.waitForLoadState('networkidle');
      expect(await scriptsKb(page)).toBeLessThan(BUDGETS['stage of a job']);
    });
});
