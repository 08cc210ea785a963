import type { Route } from '@playwright/test';
import { expect, test } from './test';
import { unfold } from './bay';
import { as } from './people';

test.describe('without a network', () => {
  test.use(as('technician'));

  test('queues commands in order, keeps them through a closed tab, and sends each once', async ({ page, context }) => {
    await page.goto('/jobs/214?stage=look');
    await unfold(page, 'Note, skip or hold');
    const ticket = page.getByRole('complementary', { name: 'Ticket' });
    const lines = ticket.getByRole('listitem');
    await expect(ticket).toBeVisible();
    const before = await lines.count();
    await expect(page.locator('html[data-parts-loaded]')).toBeAttached();
    await context.setOffline(true);
    await page.getByLabel('Note for the ticket').fill('Auger bearing hums');
    await page.getByRole('button', { name: 'Save note' }).click();
    await expect(page.getByLabel('Note for the ticket')).toHaveValue('');
    await expect(ticket).toContainText('saved on this device, not sent');
    await page.getByLabel('Note for the ticket').fill('Second thought: the idler');
    await page.getByRole('button', { name: 'Save note' }).click();
    await expect(page.getByRole('button', { name: /No network: 2 wait to be sent/ })).toBeVisible();
    // Another stage and back again need no server; another page is not fetched, and this one stays.
    await page.getByRole('link', { name: /^Fit / }).click();
    await expect(page.getByRole('heading', { name: 'Fit', exact: true })).toBeVisible();
    await page.getByRole('link', { name: 'Machines' }).click();
    await expect(page.getByText('No network. That page cannot load.')).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Fit', exact: true })).toBeVisible();
    await page.close();

    await context.setOffline(false);
    const later = await context.newPage();
    await later.goto('/jobs/214?stage=look');
    const theirs = later.getByRole('complementary', { name: 'Ticket' });
    await expect(theirs.getByRole('button', { name: /^Strike out: Auger bearing hums/ })).toBeVisible();
    await expect(theirs.getByRole('button', { name: /^Strike out: Second thought/ })).toBeVisible();
    await expect(theirs.getByText('saved on this device, not sent')).toHaveCount(0);
    await expect(theirs.getByRole('listitem')).toHaveCount(before + 2);
    const said = await theirs.getByRole('listitem').allInnerTexts();
    expect(said.findIndex((t) => t.includes('Auger bearing hums'))).toBeLessThan(said.findIndex((t) => t.includes('Second thought')));
    await later.close();
  });

  test('keeps the page and its typed text while its data cannot be read, and reads it later', async ({ page }) => {
    await page.goto('/jobs/214?stage=look');
    await unfold(page, 'Note, skip or hold');
    const note = page.getByLabel('Note for the ticket');
    const ticket = page.getByRole('complementary', { name: 'Ticket' });
    await expect(ticket).toBeVisible();
    let lost = 0;
    const lose = (route: Route) => (lost++, route.abort('internetdisconnected'));
    await page.route('**/api/query/**', lose);
    await note.fill('Chute crank turns hard');
    await page.getByRole('button', { name: 'Save note' }).click();
    // The server has the line. The ticket shows it, and that the job could not be read again.
    await expect(ticket.getByText('saved', { exact: true })).toBeVisible();
    await note.fill('Half a sentence');
    await expect.poll(() => lost).toBeGreaterThan(0);
    await expect(page.getByText(/This job is shown as of/)).toBeVisible();
    await expect(note).toHaveValue('Half a sentence');
    await page.unroute('**/api/query/**', lose);
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(page.getByText(/This job is shown as of/)).toBeHidden();
    await expect(note).toHaveValue('Half a sentence');
    await ticket.getByRole('button', { name: /^Strike out: Chute crank/ }).click();
    await expect(ticket.getByRole('button', { name: /^Strike out: Chute crank/ })).toHaveCount(0);
  });

  test('reports a later refusal with its reason, which can be dismissed', async ({ page, context }) => {
    await page.goto('/shelf');
    await page.getByLabel('Find a belt').fill('6PK1125');
    await expect(page.getByRole('listitem')).toHaveCount(1);
    await context.setOffline(true);
    await page.getByRole('button', { name: 'One 6PK1125 less' }).click();
    // Counted on the device already.
    await expect(page.getByRole('listitem').first()).toContainText('0');
    await expect(page.getByRole('button', { name: /1 waits to be sent/ })).toBeVisible();
    // Another person uses the last belt in the meantime.
    const other = await context.browser()!.newContext(as('owner'));
    const theirs = await other.newPage();
    await theirs.goto('/shelf');
    await theirs.getByLabel('Find a belt').fill('6PK1125');
    await theirs.getByRole('button', { name: 'One 6PK1125 less' }).click();
    await expect(theirs.getByText('6PK1125: 0 in stock.')).toBeVisible();
    await context.setOffline(false);
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await page.getByRole('button', { name: /1 refused/ }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('6PK1125: 1 fewer');
    await expect(dialog).toContainText('Refused: 0 in stock. 1 cannot be taken.');
    await dialog.getByRole('button', { name: /^Drop/ }).click();
    await expect(dialog).toBeHidden();
    await theirs.getByRole('button', { name: 'Undo' }).click();
    await expect(theirs.getByText('6PK1125: 1 in stock.')).toBeVisible();
    await other.close();
  });
});

test.describe('with copies of pages', () => {
  test.use({ ...as('technician'), serviceWorkers: 'allow' });

  test('a page opened before is there without the server, as a copy; what is done on it arrives', async ({ page, context }) => {
    const kept = (path: string) =>
      page.evaluate(async (p) => (await (await caches.open('taut-pages')).match(p, { ignoreVary: true })) !== undefined, path);
    await page.goto('/jobs/214?stage=look');
    await unfold(page, 'Note, skip or hold');
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await expect.poll(() => kept('/jobs/214?stage=look')).toBe(true);
    await page.getByRole('link', { name: 'Stock' }).click();
    await expect(page.getByRole('heading', { name: 'Stock', exact: true })).toBeVisible();
    await expect.poll(() => kept('/shelf')).toBe(true);
    // The page is opened once while the worker is active, so that its build files are cached too.
    await page.goto('/jobs/214?stage=look');
    await unfold(page, 'Note, skip or hold');
    await expect(page.getByLabel('Note for the ticket')).toBeVisible();

    await context.setOffline(true);
    await page.close();
    const later = await context.newPage();
    await later.goto('/jobs/214?stage=look');
    await expect(later.getByText(/This page is the copy of/)).toBeVisible();
    await unfold(later, 'Note, skip or hold');
    await later.getByLabel('Note for the ticket').fill('Bracket cracked at the slot');
    await later.getByRole('button', { name: 'Save note' }).click();
    await expect(later.getByRole('button', { name: /1 waits to be sent/ })).toBeVisible();
    await later.goto('/machines/1').catch(() => undefined);
    await expect(later.getByRole('heading', { name: 'The server does not answer' })).toBeVisible();
    await context.setOffline(false);
    await later.goto('/jobs/214?stage=look');
    await expect(later.getByRole('button', { name: /^Strike out: Bracket cracked/ })).toBeVisible();
    await expect(later.getByText(/This page is the copy of/)).toHaveCount(0);
    await later.close();
  });
});

test('shows times in the zone of the shop, in any zone of the device', async ({ browser }) => {
  const owner = await browser.newContext({ ...as('owner'), timezoneId: 'America/New_York' });
  const page = await owner.newPage();
  await page.goto('/shop');
  const setZone = async (zone: string) => {
    const option = page.getByRole('option', { name: zone, exact: true });
    await expect(async () => {
      await page.getByRole('combobox', { name: 'Time zone' }).fill(zone);
      await expect(option).toBeVisible({ timeout: 2000 });
    }).toPass();
    await option.click();
    await page.getByRole('button', { name: 'Save settings' }).click();
    await expect(page.getByText('Saved.')).toBeVisible();
  };
  await page.goto('/jobs/213/ticket');
  const first = page.getByRole('row').first();
  await expect(first).toBeVisible();
  const utc = (await first.locator('time').innerText()).match(/(\d\d):(\d\d)$/)!;
  await page.goto('/shop');
  await setZone('Asia/Kabul');
  await page.goto('/jobs/213/ticket');
  const there = (await first.locator('time').innerText()).match(/(\d\d):(\d\d)$/)!;
  const minutes = ([, h, m]: RegExpMatchArray) => Number(h) * 60 + Number(m);
  expect((minutes(there) - minutes(utc) + 1440) % 1440).toBe(270);
  await page.goto('/shop');
  await setZone('UTC');
  await owner.close();
});
