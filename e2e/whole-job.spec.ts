import type { Page } from '@playwright/test';
import { expect, test } from './test';
import { as } from './people';

const ticketOf = (page: Page) => page.getByRole('complementary', { name: 'Ticket' });

/** Opens a job about the first machine of that name. */
async function open(page: Page, machine: string, title: string): Promise<void> {
  await page.goto('/jobs/new');
  await page.getByRole('combobox', { name: 'Machine' }).fill(machine);
  await page
    .getByRole('option', { name: new RegExp(`^${machine}`) })
    .first()
    .click();
  await page.getByLabel('What is wrong, in a few words').fill(title);
  await page.getByRole('button', { name: 'Open the job' }).click();
  await expect(page.getByRole('heading', { name: 'Ask', exact: true })).toBeVisible();
}

const confirmAll = async (page: Page, list: string) => {
  const lines = page.getByRole('group', { name: list }).getByRole('checkbox');
  await expect(lines.first()).toBeVisible();
  for (const line of await lines.all()) await line.click();
  await expect(page.getByText('All confirmed.')).toBeVisible();
};

/** Its own list, both times by two taps each, and safe again. */
async function run(page: Page): Promise<void> {
  await confirmAll(page, 'Before it runs');
  await page.getByRole('button', { name: 'Confirmed: it may run' }).click();
  for (const [what, begin, end] of [
    ['Engagement time', 'I engage it', 'Up to speed'],
    ['Stop time', 'I let go', 'It stands'],
  ] as const) {
    const watch = page.getByRole('region', { name: what });
    await watch.getByRole('button', { name: begin }).click();
    await page.waitForTimeout(700);
    await watch.getByRole('button', { name: end }).click();
    await expect(watch.getByText(/Taken\.|Within its/)).toBeVisible();
  }
  await page.getByRole('button', { name: 'Stopped, lead off, PTO off', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Stopped, lead off, PTO off', exact: true })).toHaveCount(0);
}

const toStage = (page: Page, stage: string) =>
  page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: new RegExp(`^${stage} `) })
    .click();

test.describe('a deck belt, from the customer’s words to the hand-back', () => {
  test.use(as('owner'));
  test('asked, made safe, looked at, matched, fitted, proved, and closed as sound', async ({ page }) => {
    await open(page, 'Orchard rider', 'Slow to engage');
    // Ask: the words name complaints; times are taken as found.
    await page.getByLabel('In the customer’s words').fill('It slips in wet grass and smokes');
    await page.getByRole('button', { name: 'Slow to engage, weak under load' }).click();
    await page.getByRole('radio', { name: 'Slowly', exact: true }).click();
    await page.getByRole('button', { name: 'Write down what was asked' }).click();
    await expect(ticketOf(page)).toContainText('Slow to engage, weak under load');
    await run(page);
    await expect(ticketOf(page)).toContainText('Stop time as found');
    await page.getByRole('button', { name: 'Ask is done' }).click();

    // Secure: by what is known of this machine; the whole list ends it.
    await expect(page.getByRole('heading', { name: 'Secure', exact: true })).toBeVisible();
    await expect(page.getByText('clockwise only')).toBeVisible();
    await expect(page.getByText(/Loaded with the lever released/)).toBeVisible();
    await confirmAll(page, 'Made safe');
    await page.getByRole('button', { name: 'It is made safe' }).click();
    await expect(page.getByText(/^Made safe by/)).toBeVisible();
    await page.getByRole('button', { name: 'On to Look' }).click();

    // Look: a bad idler lights on the drawing, says what it means, and is priced and approved.
    await expect(page.getByText('It is not confirmed that the machine is safe.')).toHaveCount(0);
    const offGroup = page.getByRole('region', { name: 'Belt covers off, Belt off', exact: true });
    await offGroup.getByRole('button', { name: 'They are off' }).click();
    await offGroup.getByRole('button', { name: /^Idler: push and tip/ }).click();
    await offGroup.getByRole('radio', { name: 'Tips', exact: true }).click();
    await expect(offGroup.getByText(/^Means: idler bearing tips/)).toBeVisible();
    await offGroup.getByLabel('Price, cr').fill('24,50');
    await offGroup.getByRole('button', { name: 'Keep it' }).click();
    await offGroup.getByRole('radio', { name: 'approved' }).click();
    await expect(ticketOf(page)).toContainText('Renew the idler, 24.50 cr');
    await page.getByRole('button', { name: 'Look is done' }).click();

    // Match.
    await expect(page.getByText(/lets go and grips between/)).toBeVisible();
    await page
      .getByRole('button', { name: /^Book / })
      .first()
      .click();
    const dialog = page.getByRole('dialog');
    if ((await dialog.getByLabel(/reason|why/i).count()) > 0) await dialog.getByLabel(/reason|why/i).fill('The boat comes on Thursday');
    await dialog.getByRole('button', { name: /^Book/ }).click();
    await expect(ticketOf(page)).toContainText('booked from');
    await toStage(page, 'Fit');

    // Fit: deck on, because the last teardown said so; what comes off is counted.
    await page.getByRole('button', { name: 'Work by: Deck belt, deck on' }).click();
    const steps = page.getByRole('region', { name: 'Deck belt, deck on' });
    await steps.getByLabel('Cover screws off, how many').fill('3');
    await steps.getByRole('button', { name: 'Done', exact: true }).click();
    const off = page.getByRole('region', { name: 'Off the machine' });
    await expect(off).toContainText('3 cover screws');
    // Prove is held while something is off.
    await toStage(page, 'Prove');
    await expect(page.getByText(/^Not back on: 3 cover screws/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Confirmed: it may run' })).toHaveCount(0);
    await toStage(page, 'Fit');
    await expect(off.getByRole('button', { name: 'Back on: 3 cover screws' })).toBeVisible();
    await off.getByRole('button', { name: 'All of it is back on' }).click();
    await expect(off.getByText('Nothing: all that came off is back on.')).toBeVisible();
    await page.getByRole('button', { name: 'Fit is done' }).click();
    await page.getByRole('button', { name: 'Set is done' }).click();

    // Prove: without it the job would end only as not fit to use.
    await toStage(page, 'Book');
    await expect(page.getByRole('radio', { name: 'The machine is sound' })).toHaveCount(0);
    await toStage(page, 'Prove');
    await run(page);
    for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'Engaged and let go' }).click();
    await page.getByRole('radio', { name: 'Stays on' }).click();
    await page.getByRole('radio', { name: 'Seen to land' }).click();
    await page.getByRole('radio', { name: 'It is sound' }).click();
    await page.getByRole('button', { name: 'Write down the proof' }).click();
    await expect(ticketOf(page)).toContainText('The belt stays on; the brake lands; the machine is sound.');

    // Book.
    await toStage(page, 'Book');
    await expect(page.getByRole('radio', { name: 'The machine is sound' })).toBeChecked();
    await page.getByLabel('Closing line for the customer').fill('New belt and idler.');
    await page.getByLabel('Next look: when, and at what').fill('After its first day: tension, keepers.');
    await page.getByRole('button', { name: /^Close job/ }).click();
    await expect(page.getByText(/is closed\.$/).first()).toBeVisible();
    await page.getByRole('link', { name: 'Print' }).click();
    await expect(page.getByRole('article')).toContainText('The machine is sound. New belt and idler. Next look: After its first day');
  });
});

test.describe('a mid PTO on a phone, the network gone half way', () => {
  test.use({ ...as('technician'), viewport: { width: 390, height: 844 }, hasTouch: true });
  test('steps, counts and times wait on the device and arrive; unproved it is not his to hand back', async ({ page, context }) => {
    await open(page, 'Peat Road tractor', 'Belt hangs loose');
    await page.getByRole('button', { name: 'Belt hangs loose' }).tap();
    await page.getByRole('button', { name: 'Write down what was asked' }).tap();
    await expect(page.getByText('Written on the ticket.')).toBeVisible();
    await toStage(page, 'Fit');
    await expect(page.getByText('It is not confirmed that the machine is safe.')).toBeVisible();
    await page.getByRole('button', { name: 'Work by: Mid PTO, tension shared with the attachment' }).tap();
    await expect(page.getByRole('region', { name: /^Mid PTO/ })).toBeVisible();

    await context.setOffline(true);
    await page
      .getByRole('region', { name: /^Mid PTO/ })
      .getByRole('button', { name: 'Done', exact: true })
      .tap();
    await page.getByLabel('How many').fill('2');
    await page.getByLabel('What came off').fill('Guide bolts');
    await page.getByRole('button', { name: 'Count it off' }).tap();
    await expect(page.getByRole('button', { name: /No network: 2 wait to be sent/ })).toBeVisible();
    await expect(page.getByLabel('What came off')).toHaveValue('');

    await context.setOffline(false);
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect(page.getByRole('region', { name: 'Off the machine' })).toContainText('2 guide bolts');
    await toStage(page, 'Book');
    await expect(page.getByText(/signed by an owner with a reason/)).toBeVisible();
    await page.getByLabel('Closing line for the customer').fill('Fetched early.');
    await expect(page.getByRole('button', { name: /^Close job/ })).toBeDisabled();
  });
});
