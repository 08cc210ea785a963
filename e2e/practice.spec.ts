import { expect, test, type Page } from './test';
import { as } from './people';

const clock = (page: Page) => page.getByRole('status', { name: 'Shop minutes so far' });
const stage = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .click();

/** Starts a practice session on the machine of a code. */
async function begin(page: Page, code: string): Promise<void> {
  await page.goto('/practice');
  await page.getByLabel('Its code').fill(code);
  await page.getByRole('button', { name: 'Start practice' }).click();
  await expect(page.getByText(/Simulated: practice, not a job · code/)).toBeVisible();
}

test.describe('a round of practice', () => {
  test.use(as('technician'));
  test('works from question to test run against the clock, then compares with tracing', async ({ page }) => {
    await page.goto('/practice');
    await page.getByLabel('Its code').fill('or 4ac 6cb');
    await page.getByRole('button', { name: 'Start practice' }).click();
    await expect(page.getByText('One character of this code is wrong. Check the code.')).toBeVisible();
    await begin(page, 'or 4ac 6ca');
    await expect(clock(page)).toHaveText('0 min');

    // Asks the customer. The answer is on the practice ticket.
    await page.getByRole('button', { name: /^Started slowly/ }).click();
    await page.getByRole('button', { name: 'Check it, 0.5 min' }).click();
    await expect(clock(page)).toHaveText('0.5 min');

    // Covers count once for all that is under them.
    await stage(page, 'Inspect');
    const covers = page.getByRole('region', { name: 'Belt covers off', exact: true });
    await covers.getByRole('button', { name: 'It is off' }).click();
    await expect(clock(page)).toHaveText('5.5 min');
    await covers.getByRole('button', { name: /^Depth of the belt in its grooves/ }).click();
    // The reload comes once the move is on the server.
    const sent = page.waitForResponse((r) => r.request().method() === 'POST');
    await covers.getByRole('button', { name: /^Check it, \d+ min/ }).click();
    await sent;
    await expect(covers.getByRole('button', { name: /^Check again/ })).toBeVisible();
    await page.reload();
    await expect(clock(page)).not.toHaveText('5.5 min');

    // A hint is shown and recorded in the session. Then the test follows tracing to the end.
    await page.getByRole('button', { name: 'What would tracing do?' }).click();
    const why = page.getByRole('region', { name: 'Reason for the complaint' });
    await expect(why.getByText(/^Next (check|question)|^Repair now/).first()).toBeVisible();
    await stage(page, 'Fit');
    await page.getByLabel('Find a repair').fill('bearing');
    await page
      .getByRole('button', { name: /^Repair: / })
      .first()
      .click();
    await page.getByRole('button', { name: 'Run the test' }).click();
    await page.getByRole('button', { name: 'Run test' }).click();
    await expect(page.getByText(/^The complaint (is still present|did not show this time)/)).toBeVisible();
    await page
      .getByRole('button', { name: /^Hand back machine|^Stop and show result/ })
      .first()
      .click();

    await expect(page.getByText(/^Faults:/)).toBeVisible();
    await expect(page.getByText('Move by move')).toBeVisible();
    await expect(page.getByText(/^Better: /).first()).toBeVisible();
    await expect(page.getByText('The same machine by tracing alone')).toBeVisible();

    // A session is not a job, and is listed in Practice only.
    await page.getByRole('link', { name: 'To Practice' }).click();
    await expect(page.getByRole('region', { name: 'Finished sessions' }).getByText('OR 4AC 6CA').first()).toBeVisible();
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
    await expect(page.getByText('OR 4AC 6CA')).toHaveCount(0);
  });

  test('goes on without a network, and is whole once there is one', async ({ page, context }) => {
    await begin(page, 'hs 02b a3a');
    await stage(page, 'Inspect');
    const first = page.getByRole('region', { name: 'No parts removed' });
    // The scripts of the stage are on the device once it is shown.
    await expect(first).toBeVisible();
    await context.setOffline(true);
    await first.getByRole('button', { expanded: false }).first().click();
    await first.getByRole('button', { name: /^Check it/ }).click();
    await expect(first.getByRole('button', { name: /^Check again/ })).toBeVisible();
    const told = await clock(page).textContent();
    expect(told).not.toBe('0 min');
    await context.setOffline(false);
    await expect(page.getByText(/saved on this device, not sent/)).toHaveCount(0, { timeout: 30_000 });
    await page.reload();
    await expect(clock(page)).toHaveText(told!);
  });
});

test.describe('on a phone', () => {
  test.use({ ...as('viewer'), viewport: { width: 390, height: 844 }, hasTouch: true });
  test('keeps the clock visible and buttons large enough for a thumb', async ({ page }) => {
    await begin(page, 'or 4ac 6ca');
    await stage(page, 'Inspect');
    await page.getByRole('button', { name: /^Sight the idler/ }).click();
    const look = page.getByRole('button', { name: /^Check it/ });
    await look.scrollIntoViewIfNeeded();
    expect((await look.boundingBox())!.height).toBeGreaterThanOrEqual(44);
    await expect(clock(page)).toBeInViewport();
    await look.click();
    await expect(clock(page)).toHaveText('1 min');
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
  });
});
