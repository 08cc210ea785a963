import type { Browser, BrowserContext, Page } from '@playwright/test';
import { unfold } from './bay';
import { ACCOUNTS, as } from './people';
import { expect, patient, test } from './test';

const PHONE = { viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true } as const;
/** Longest time until another person’s change is visible, ms. */
const LIVE_MS = 2000;

async function opened(context: BrowserContext, path: string): Promise<Page> {
  const page = patient(await context.newPage());
  await page.goto(path);
  return page;
}
const contextOf = (browser: Browser, role: keyof typeof ACCOUNTS, more: object = {}) => browser.newContext({ ...as(role), ...more });

async function saveNote(page: Page, text: string): Promise<void> {
  if (!(await page.getByLabel('Note for the ticket').isVisible())) await unfold(page, 'Note, skip or hold');
  await page.getByLabel('Note for the ticket').fill(text);
  await page.getByRole('button', { name: 'Save note' }).click();
  await expect(page.getByLabel('Note for the ticket')).toHaveValue('');
}

test('shows another person’s change without a reload, and who else has the job open', async ({ browser }) => {
  const [bench, phone] = [await contextOf(browser, 'owner'), await contextOf(browser, 'technician', PHONE)];
  const owner = await opened(bench, '/jobs/215?stage=look');
  const technician = await opened(phone, '/jobs/215?stage=look');
  await expect(owner.getByRole('status', { name: /has this page open too/ })).toBeVisible();
  await expect(technician.getByRole('status', { name: /Ines Tarrow has this page open too/ }).first()).toBeVisible();
  await saveNote(technician, 'Idler rattles when warm');
  const ticket = owner.getByRole('complementary', { name: 'Ticket' });
  await expect(ticket.getByText('Idler rattles when warm')).toBeVisible({ timeout: LIVE_MS });
  // Text that is being typed stays while the other change arrives.
  await unfold(owner, 'Note, skip or hold');
  await owner.getByLabel('Note for the ticket').fill('Half a sentence');
  await saveNote(technician, 'Bracket is bent');
  await expect(ticket.getByText('Bracket is bent')).toBeVisible({ timeout: LIVE_MS });
  await expect(owner.getByLabel('Note for the ticket')).toHaveValue('Half a sentence');
  await technician.goto('/machines');
  await expect(owner.getByRole('status', { name: /has this page open too/ })).toBeHidden();
  await bench.close();
  await phone.close();
});

test('merges two changes of one customer field by field, and shows both values of a field that both changed', async ({ browser }) => {
  const [one, two] = [await contextOf(browser, 'owner'), await contextOf(browser, 'technician')];
  const pages = [await opened(one, '/customers'), await opened(two, '/customers')] as const;
  const [first, second] = pages;
  for (const page of pages) {
    await page.getByRole('link', { name: /Isla Ferrow/ }).click();
    await page.getByRole('button', { name: 'Change', exact: true }).click();
  }
  await first.getByRole('dialog').getByLabel('Contact').fill('Pier 3, red door');
  await first.getByRole('button', { name: 'Save customer' }).click();
  await expect(first.getByRole('dialog')).toBeHidden();
  // The page behind the other dialog follows. The dialog keeps what is typed.
  await second.getByRole('dialog').getByLabel('Contact').fill('High Orchard, after dark');
  await second.getByRole('button', { name: 'Save customer' }).click();
  const both = second.getByRole('group', { name: 'Fields that both changed' });
  await expect(both).toContainText('Pier 3, red door');
  await expect(both).toContainText('High Orchard, after dark');
  await both.getByRole('button', { name: 'Use their value of Contact' }).click();
  await expect(second.getByRole('dialog').getByLabel('Contact')).toHaveValue('Pier 3, red door');
  await second.getByRole('button', { name: 'Save customer' }).click();
  await expect(second.getByRole('dialog')).toBeHidden();
  await expect(second.getByText('Pier 3, red door')).toBeVisible();
  await one.close();
  await two.close();
});

test('sends changes after the session has ended and the person signs in again', async ({ browser }) => {
  const context = await browser.newContext({ ...PHONE });
  const page = await opened(context, '/sign-in');
  const signIn = async () => {
    await page.getByLabel('Email address').fill(ACCOUNTS.technician.email);
    await page.getByLabel('Password').fill(ACCOUNTS.technician.password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('heading', { name: 'Jobs', exact: true })).toBeVisible();
  };
  await signIn();
  await page.goto('/jobs/216?stage=look');
  await expect(page.locator('html[data-parts-loaded]')).toBeAttached();
  await context.setOffline(true);
  // Another try of this test writes another note.
  const text = `Cover bolt ${Date.now()} is missing`;
  await saveNote(page, text);
  // The session ends while the change waits.
  await context.clearCookies();
  await context.setOffline(false);
  await page.getByRole('link', { name: 'Sign in to send' }).click();
  await signIn();
  await page.goto('/jobs/216?stage=look');
  await page.getByRole('button', { name: /^Ticket/ }).click();
  await expect(page.getByRole('button', { name: `Strike out: ${text}` })).toHaveCount(1);
  await expect(page.getByText('saved on this device, not sent')).toHaveCount(0);
  await context.close();
});

test.describe('follow-ups', () => {
  test.use(as('owner'));

  test('are answered with a reason, undone, and listed with their answer', async ({ page }) => {
    await page.goto('/');
    await page
      .getByRole('link', { name: /follow-up/ })
      .first()
      .click();
    await expect(page.getByRole('heading', { name: 'Follow-ups' })).toBeVisible();
    const row = page.getByRole('listitem').filter({ hasText: 'Ferry ramp tractor' });
    await expect(row).toContainText('Before the snow season');
    await row.getByRole('button', { name: /^Answer/ }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('radio', { name: 'Waived' }).click();
    await dialog.getByRole('button', { name: 'Save answer' }).click();
    await expect(dialog.getByText('Enter a reason.')).toBeVisible();
    await dialog.getByLabel('Reason').fill('Sold to the ferry');
    await dialog.getByRole('button', { name: 'Save answer' }).click();
    await expect(row).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(row).toHaveCount(1);
    await row.getByRole('button', { name: /^Answer/ }).click();
    await dialog.getByLabel('Note').fill('Belts are new');
    await dialog.getByRole('button', { name: 'Save answer' }).click();
    await expect(row).toHaveCount(0);
    await page.getByRole('link', { name: 'Answered' }).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'Ferry ramp tractor' })).toContainText('Belts are new');
  });

  test('are read by a calendar at an address that can be revoked', async ({ page, request }) => {
    await page.goto('/follow-ups');
    await page.getByRole('button', { name: 'Calendar address' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Name').fill('Bench phone');
    await dialog.getByRole('button', { name: 'Add address' }).click();
    const address = await dialog.getByLabel('New address').inputValue();
    const calendar = await request.get(address);
    expect(calendar.headers()['content-type']).toContain('text/calendar');
    expect(await calendar.text()).toMatch(/BEGIN:VEVENT[\s\S]+SUMMARY:/);
    await dialog.getByRole('button', { name: 'Revoke calendar address Bench phone' }).click();
    await expect.poll(async () => (await request.get(address)).status()).toBe(404);
    expect((await request.get(`${address.slice(0, -8)}wrong.ics`)).status()).toBe(404);
  });

  test('have rules, which refuse a number that is none and update the list', async ({ page }) => {
    await page.goto('/follow-ups/rules');
    await page
      .getByRole('checkbox', { name: /electric clutch/ })
      .first()
      .check();
    const every = page.getByLabel('Every', { exact: true }).first();
    await every.fill('none');
    await page.getByRole('button', { name: 'Save rules' }).click();
    await expect(page.getByText('The interval: enter a number.')).toBeVisible();
    await every.fill('3');
    await page.getByLabel('Unit', { exact: true }).first().click();
    await page.getByRole('option', { name: 'months' }).click();
    await page.getByRole('button', { name: 'Save rules' }).click();
    await expect(page.getByText('Saved. All follow-ups are updated.')).toBeVisible();
  });
});

test.describe('privacy', () => {
  test.use(as('owner'));

  test('exports and erases a customer, and lists who did what', async ({ page }) => {
    await page.goto('/customers');
    await page.getByRole('button', { name: 'Add a customer' }).click();
    await page.getByLabel('Name').fill('Nils Amber');
    await page.getByLabel('Contact').fill('Pier Road 9');
    await page.getByRole('button', { name: 'Add customer' }).click();
    await expect(page.getByRole('heading', { name: 'Nils Amber' })).toBeVisible();
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Export' }).click();
    expect((await download).suggestedFilename()).toBe('Nils Amber.json');
    await page.getByRole('button', { name: 'Erase' }).click();
    await page.getByRole('button', { name: 'Erase customer' }).click();
    await expect(page.getByText('Nils Amber is erased.')).toBeVisible();
    await page.goto('/shop/access');
    const log = page.getByRole('listitem').filter({ hasText: 'Erased a customer' });
    await expect(log.first()).toContainText('Ines Tarrow');
    await expect(page.getByText(/this session/)).toBeVisible();
  });
});

test('a job closes with its follow-up, which the machine shows', async ({ browser }) => {
  const context = await contextOf(browser, 'owner');
  const page = await opened(context, '/machines?find=slipway');
  await page.getByRole('link', { name: /Slipway chipper/ }).click();
  const card = page.getByRole('region', { name: 'Follow-ups' });
  await expect(card).toContainText('Check tension, clamps and bolts, alignment.');
  await context.close();
});
