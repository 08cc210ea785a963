import { confirmAll, nowCard, open, openStep, run, ticketOf, toStage, unfold } from './bay';
import { OwnStart } from './own-start';
import { ACCOUNTS } from './people';
import { expect, test } from './test';

test.skip(() => Boolean(process.env['DATABASE_URL']), 'starts a PostgreSQL of its own');

let own: OwnStart;
test.beforeAll(() => {
  own = new OwnStart(4895);
});
test.afterAll(() => own.stopAll());

test('a banded drive from the words to the hand-back, the server killed half way: each entry arrives, once', async ({ browser }) => {
  test.setTimeout(240_000);
  const first = own.start();
  await own.untilHealthy(first);
  const context = await browser.newContext({ baseURL: own.address, viewport: { width: 1280, height: 900 } });
  const page = await context.newPage();
  page.setDefaultTimeout(20_000);
  await page.goto('/sign-in');
  await page.getByLabel('Email address').fill(ACCOUNTS.owner.email);
  await page.getByLabel('Password').fill(ACCOUNTS.owner.password);
  await page.getByLabel('Password').press('Enter');
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();

  await open(page, 'Slipway wood hog', 'Band slaps');
  await page.getByLabel('In the customer’s words').fill('It squeals when it starts and one belt rides high');
  await page.getByRole('button', { name: 'Save complaint' }).click();
  await expect(ticketOf(page)).toContainText('rides high');
  await toStage(page, 'Make safe');
  await confirmAll(page, 'Made safe');
  await page.getByRole('button', { name: 'It is made safe' }).click();
  await expect(ticketOf(page)).toContainText('Made safe.');
  await toStage(page, 'Fit');
  await page.getByRole('button', { name: /^Use procedure: .*twin tension rods$/ }).click();
  await unfold(page, 'Parts count');
  const steps = nowCard(page);
  await expect(steps.getByLabel('Shield bolts off, how many')).toBeVisible();

  // Killed outright: no word to anybody.
  first.child.kill('SIGKILL');
  await expect.poll(own.isSilent).toBe(true);
  await steps.getByLabel('Shield bolts off, how many').fill('6');
  await steps.getByLabel('Shields off, how many').fill('2');
  await steps.getByRole('button', { name: 'Done', exact: true }).click();
  // The job goes on to the next step, which belongs to Inspect.
  await expect(page.getByRole('heading', { name: 'Inspect', exact: true })).toBeVisible();
  await toStage(page, 'Fit');
  await unfold(page, 'Parts count');
  await page.getByLabel('How many', { exact: true }).fill('4');
  await page.getByLabel('Part', { exact: true }).fill('Mount washers');
  await page.getByRole('button', { name: 'Add part' }).click();
  await expect(page.getByRole('button', { name: /wait to be sent/ })).toBeVisible();

  const again = own.start();
  await own.untilHealthy(again);
  expect(again.said()).not.toContain('Demo shop loaded');
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  const off = page.getByRole('region', { name: 'Parts removed' });
  await expect(off).toContainText('6 shield bolts', { timeout: 40_000 });
  await expect(off).toContainText('4 mount washers');
  await page.reload();
  for (const [text, times] of [
    ['Remove the inspection shields.', 1],
    ['Removed: 4 mount washers', 1],
  ] as const)
    await expect(ticketOf(page).getByText(text)).toHaveCount(times);

  // The rest of the work on the server that came back.
  await unfold(page, 'Parts count');
  await off.getByRole('button', { name: 'All parts refitted' }).click();
  await expect(off.getByText(/^None\. Every part removed on this job/)).toBeVisible();
  await toStage(page, 'Test');
  await run(page);
  await openStep(page, /^Record the test result/);
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'Engage and release cycle' }).click();
  await page.getByRole('radio', { name: 'Stays on' }).click();
  await page.getByRole('radio', { name: 'It has none' }).click();
  await page.getByRole('radio', { name: 'In good order' }).click();
  await page.getByRole('button', { name: 'Save test result' }).click();
  await toStage(page, 'Close');
  await unfold(page, 'Parts used');
  await page.getByRole('combobox', { name: 'Part' }).fill('Cupped');
  await page.getByRole('option', { name: /Cupped washer/ }).click();
  await page.getByLabel('How many', { exact: true }).fill('4');
  await page.getByRole('button', { name: 'Take from stock' }).click();
  await expect(ticketOf(page)).toContainText('4 × Cupped washer');
  await expect(page.getByRole('region', { name: 'Decisions and total' })).toContainText('3.60');
  await openStep(page, /^Close the job/);
  await page.getByLabel('Closing line for the customer').fill('Band in line and tight.');
  await page.getByRole('button', { name: /^Close job/ }).click();
  await expect(page.getByText(/is closed\.$/).first()).toBeVisible();
  await context.close();
});

test('applies queued changes once each and in order while the database fails and returns four times', async ({ browser }) => {
  test.setTimeout(240_000);
  if (!(await own.healthy())) await own.untilHealthy(own.start());
  const context = await browser.newContext({ baseURL: own.address, viewport: { width: 1280, height: 900 } });
  const page = await context.newPage();
  page.setDefaultTimeout(20_000);
  await page.goto('/sign-in');
  await page.getByLabel('Email address').fill(ACCOUNTS.technician.email);
  await page.getByLabel('Password').fill(ACCOUNTS.technician.password);
  await page.getByLabel('Password').press('Enter');
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  await page.goto('/jobs/214?stage=look');
  const lines = ticketOf(page).getByRole('listitem');
  await expect(lines.first()).toBeVisible();
  const before = await lines.count();
  const answers: string[] = [];
  page.on('response', async (response) => {
    if (response.url().endsWith('/api/acts')) answers.push(((await response.json()) as { reason?: string }).reason ?? 'ok');
  });

  await unfold(page, 'Note, skip or hold');
  const notes: string[] = [];
  let away = 0;
  for (let round = 1; round <= 4; round++) {
    process.kill(own.postmaster(), 'SIGKILL');
    if (!(await own.healthy())) away++;
    for (const half of ['first', 'second']) {
      const text = `Round ${round}, ${half} note`;
      notes.push(text);
      await page.getByLabel('Note for the ticket').fill(text);
      await page.getByRole('button', { name: 'Save note' }).click();
      await expect(page.getByLabel('Note for the ticket')).toHaveValue('');
    }
    await expect.poll(own.healthy, { timeout: 40_000 }).toBe(true);
  }
  await expect(lines).toHaveCount(before + notes.length, { timeout: 60_000 });
  await expect(ticketOf(page).getByText('saved on this device, not sent')).toHaveCount(0, { timeout: 60_000 });
  // The database was away, and no change was refused for that.
  expect(away).toBeGreaterThan(0);
  expect(answers.filter((a) => a !== 'ok' && a !== 'failed')).toEqual([]);

  await page.reload();
  await expect(lines).toHaveCount(before + notes.length);
  const written = (await lines.allInnerTexts()).flatMap((text) => /Round \d, \w+ note/.exec(text)?.[0] ?? []);
  expect(written).toEqual(notes);
  await context.close();
});
