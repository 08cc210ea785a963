import { confirmAll, nowCard, open, openReading, openStep, prove, run, ticketOf, toStage, unfold } from './bay';
import { expect, test } from './test';
import { as } from './people';

test.describe('a deck belt, from the customer’s words to the hand-back', () => {
  test.use(as('owner'));
  test('works a job from intake to fit to use', async ({ page }) => {
    await open(page, 'Orchard rider', 'Slow to engage');
    // Intake: the words name complaints; times are taken as found.
    await page.getByLabel('In the customer’s words').fill('It slips in wet grass and smokes');
    await expect(page.getByRole('button', { name: 'Slow to engage, weak under load' })).toHaveAttribute('aria-pressed', 'true');
    await unfold(page, 'History');
    await page.getByRole('radio', { name: 'Slowly', exact: true }).click();
    await page.getByRole('button', { name: 'Save complaint' }).click();
    await expect(ticketOf(page)).toContainText('Slow to engage, weak under load');
    await run(page);
    await expect(ticketOf(page)).toContainText('Stop time as found');
    await expect(page.getByRole('link', { name: 'Intake done' })).toBeVisible();

    // Make safe: by what is known of this machine; the whole list ends it.
    await expect(page.getByRole('heading', { name: 'Make safe', exact: true })).toBeVisible();
    await expect(page.getByText('clockwise only')).toBeVisible();
    await expect(page.getByText(/Loaded with the lever released/)).toBeVisible();
    await confirmAll(page, 'Made safe');
    await page.getByRole('button', { name: 'It is made safe' }).click();
    await expect(ticketOf(page)).toContainText('Made safe.');
    await expect(page.getByRole('link', { name: 'Make safe done' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Inspect', exact: true })).toBeVisible();

    // Inspect: the check of the brake is first. A bad idler is marked on the drawing, explained, priced and approved.
    await expect(page.getByText(/not confirmed safe/)).toHaveCount(0);
    await nowCard(page).getByRole('radio').first().click();
    await expect(ticketOf(page)).toContainText('as found');
    await unfold(page, 'Every check');
    const offGroup = page.getByRole('region', { name: 'Belt covers off, Belt off', exact: true });
    await offGroup.getByRole('button', { name: 'They are off' }).click();
    await expect(offGroup.getByRole('button', { name: 'Back on' })).toBeVisible();
    await offGroup.getByRole('button', { name: /^Idler: push and tip/ }).click();
    await offGroup.getByRole('radio', { name: 'Tips', exact: true }).click();
    await expect(offGroup.getByText(/^Means: idler bearing tips/)).toBeVisible();
    await offGroup.getByLabel('Price, EUR').fill('24,50');
    await offGroup.getByRole('button', { name: 'Save finding' }).click();
    await offGroup.getByRole('radio', { name: 'approved' }).click();
    await expect(ticketOf(page)).toContainText('Replace the idler, €24.50');
    await toStage(page, 'Match');

    // Match.
    await expect(page.getByText(/release and grip/)).toBeVisible();
    await page
      .getByRole('button', { name: /^Use (?!the )/ })
      .first()
      .click();
    const dialog = page.getByRole('dialog');
    if ((await dialog.getByLabel(/reason|why/i).count()) > 0) await dialog.getByLabel(/reason|why/i).fill('The boat comes on Thursday');
    await dialog.getByRole('button', { name: 'Use this belt' }).click();
    await expect(ticketOf(page)).toContainText('used from');
    await toStage(page, 'Fit');

    // Fit: Deck on is proposed, since the last teardown named it. This time the deck comes off, with its parts counted.
    await expect(page.getByRole('button', { name: 'Use procedure: Deck belt, deck on' })).toBeVisible();
    await page.getByRole('button', { name: 'All procedures' }).click();
    await page.getByRole('button', { name: 'Use procedure: Deck belt, deck off' }).click();
    // The card moves to the first step of the procedure, and closes an open list of steps.
    await expect(ticketOf(page)).toContainText(/Procedure: Deck belt, deck off/);
    await openStep(page, /switch leads/i);
    await page.getByLabel('Switch leads off, how many').fill('3');
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    await unfold(page, 'Parts count');
    const off = page.getByRole('region', { name: 'Parts removed' });
    await expect(off).toContainText('3 switch leads');
    // The test is held while something is off.
    await toStage(page, 'Test');
    await expect(nowCard(page).getByText(/^Still removed: .*3 switch leads/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Confirmed: it may run' })).toHaveCount(0);
    await toStage(page, 'Fit');
    await unfold(page, 'Parts count');
    await expect(off.getByRole('button', { name: 'Refitted: 3 switch leads', exact: true })).toBeVisible();
    await off.getByRole('button', { name: 'All parts refitted' }).click();
    await expect(off.getByText(/^None\. Every part removed on this job/)).toBeVisible();
    // The idler is replaced: the finding is repaired, and its check is due again.
    await openStep(page, /^Replace the idler/);
    await nowCard(page).getByRole('button', { name: 'Replaced' }).click();
    await expect(ticketOf(page)).toContainText(/Replaced:.*idler/i);
    await toStage(page, 'Adjust');
    await unfold(page, 'Tension and settings');
    // A reading is due in this new condition: its form opens above the settings and moves them.
    await expect(page.getByRole('status').filter({ hasText: 'Measure the tension first.' })).toBeVisible();
    await unfold(page, 'Settings and release side');
    // The recommended setting applies the brake. The length of the spring becomes a tension on the ticket.
    await expect(page.getByText(/^At .* and above, the brake stays off when released\.$/)).toBeVisible();
    await openReading(page);
    await page.getByRole('radio', { name: 'Spring length' }).click();
    await page.getByRole('radio', { name: 'Engagement spring' }).click();
    await page.getByLabel('Installed length').fill('203 mm');
    await page.getByRole('button', { name: 'Save reading' }).click();
    await expect(ticketOf(page)).toContainText(/Spring length, Engagement spring: .*; tension .* ± /);
    await unfold(page, 'Readings');
    await expect(page.getByRole('region', { name: 'Readings' })).toContainText('Together');

    // Without a test run the job would end only as not fit to use.
    await toStage(page, 'Close');
    await openStep(page, /^Close the job/);
    await expect(page.getByText(/An owner must sign this with a reason/)).toBeVisible();
    await expect(page.getByRole('radio', { name: 'Fit to use', exact: true })).toHaveCount(0);
    await toStage(page, 'Test');
    await prove(page);

    await toStage(page, 'Close');
    await openStep(page, /^Close the job/);
    await expect(page.getByRole('radio', { name: 'Fit to use', exact: true })).toBeChecked();
    await page.getByLabel('Closing line for the customer').fill('New belt and idler.');
    // The usual follow-up after a new belt is preselected.
    await expect(page.getByRole('button', { name: 'After the first day', pressed: true })).toBeVisible();
    await page.getByRole('button', { name: 'Clamps and bolts' }).click();
    await page.getByRole('button', { name: /^Close job/ }).click();
    await expect(page.getByText(/is closed\.$/).first()).toBeVisible();
    await page.getByRole('link', { name: 'Print' }).click();
    await expect(page.getByRole('article')).toContainText(
      'Fit to use. New belt and idler. Follow-up: After the first day, after 25 h: tension, keepers.',
    );
  });
});

test.describe('a mid PTO on a phone, with the network lost half way', () => {
  test.use({ ...as('technician'), viewport: { width: 390, height: 844 }, hasTouch: true });
  test('queues steps, counts and times and sends them; hand-back needs the test', async ({ page, context }) => {
    await open(page, 'Peat Road tractor', 'Belt hangs loose');
    await page.getByRole('button', { name: 'Save complaint' }).tap();
    await expect(page.getByText('The complaint is on the ticket.')).toBeVisible();
    await toStage(page, 'Fit');
    await expect(page.getByText(/not confirmed safe/)).toBeVisible();
    await page.getByRole('button', { name: 'Use procedure: Mid PTO, tension shared with the attachment' }).tap();
    await expect(page.getByText('Written on the ticket.')).toBeVisible();
    // The job goes on to the first step of the procedure, which belongs to Inspect.
    await expect(page.getByRole('heading', { name: 'Inspect', exact: true })).toBeVisible();
    // Work on the machine waits for the safety lines.
    await confirmAll(page, 'Made safe');
    await page.getByRole('button', { name: 'It is made safe' }).tap();
    // A step of Make safe comes next; the first of Inspect is done before it here.
    await expect(nowCard(page).getByRole('button', { name: 'I confirm it' })).toBeVisible();
    await toStage(page, 'Inspect');
    const done = nowCard(page).getByRole('button', { name: 'Done', exact: true });
    await expect(done).toBeVisible();

    await context.setOffline(true);
    await done.tap();
    await toStage(page, 'Fit');
    await unfold(page, 'Parts count');
    await page.getByLabel('How many').fill('2');
    await page.getByLabel('Part', { exact: true }).fill('Guide bolts');
    await page.getByRole('button', { name: 'Add part' }).tap();
    await expect(page.getByRole('button', { name: /No network: 2 wait to be sent/ })).toBeVisible();
    await expect(page.getByLabel('Part', { exact: true })).toHaveValue('');

    await context.setOffline(false);
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect(page.getByRole('region', { name: 'Parts removed' })).toContainText('2 guide bolts');
    await toStage(page, 'Close');
    await openStep(page, /^Close the job/);
    await expect(page.getByText(/An owner must sign this with a reason/)).toBeVisible();
    await page.getByLabel('Closing line for the customer').fill('Both belts on, carriage free.');
    await expect(page.getByRole('button', { name: /^Close job/ })).toBeDisabled();

    // Continues on the phone to the end of the job.
    await toStage(page, 'Fit');
    await unfold(page, 'Parts count');
    const off = page.getByRole('region', { name: 'Parts removed' });
    await off
      .getByRole('button', { name: 'All parts refitted' })
      .or(off.getByRole('button', { name: /^Refitted/ }))
      .first()
      .tap();
    await expect(off.getByText(/^None\. Every part removed on this job/)).toBeVisible();
    await toStage(page, 'Test');
    await run(page);
    await openStep(page, /^Record the test result/);
    for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'Engage and release cycle' }).tap();
    await page.getByRole('radio', { name: 'Stays on' }).tap();
    await page.getByRole('radio', { name: 'It has none' }).tap();
    await page.getByRole('radio', { name: 'In good order' }).tap();
    await page.getByRole('button', { name: 'Save test result' }).tap();
    await toStage(page, 'Close');
    await openStep(page, /^Close the job/);
    await expect(page.getByRole('radio', { name: 'Fit to use', exact: true })).toBeChecked();
    await expect(page.getByLabel('Closing line for the customer')).toHaveValue('Both belts on, carriage free.');
    await page.getByRole('button', { name: /^Close job/ }).tap();
    await expect(page.getByText(/is closed\.$/).first()).toBeVisible();
  });
});

test.describe('in quick succession', () => {
  test.use(as('owner'));
  test('saves changes and opens stages without loading the page again', async ({ page }) => {
    await open(page, 'Orchard rider', 'In a hurry');
    const loaded: string[] = [];
    page.on('request', (r) => r.isNavigationRequest() && loaded.push(r.url()));
    await page.getByRole('button', { name: 'Save complaint' }).click();
    await run(page);
    for (const stage of ['Adjust', 'Close', 'Intake']) await toStage(page, stage);
    expect(loaded).toEqual([]);
    // The stage is in the address, so Back returns through the stages.
    await expect(page).toHaveURL(/stage=ask$/);
    await page.goBack();
    await expect(page.getByRole('heading', { name: 'Close', exact: true })).toBeVisible();
  });
});
