import { expect, test } from './test';
import { unfold } from './bay';
import { as } from './people';

test.describe('lists and lookups', () => {
  test.use(as('technician'));

  test('searches a list on the server, puts the search in the address, and keeps the rows without the network', async ({
    page,
    context,
  }) => {
    await page.goto('/machines');
    const rows = page.getByRole('main').getByRole('listitem');
    await expect(rows.first()).toBeVisible();
    const all = await rows.count();
    const find = page.getByLabel('Find a machine');
    await find.fill('korrigan hill');
    await expect(rows).toHaveCount(1);
    await expect(page).toHaveURL(/find=korrigan\+hill/);
    await page.reload();
    await expect(find).toHaveValue('korrigan hill');
    await expect(rows).toHaveCount(1);
    await context.setOffline(true);
    await find.fill('orch');
    await expect(page.getByText('This list shows earlier data')).toBeVisible();
    await expect(rows).toHaveCount(1);
    await context.setOffline(false);
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(rows.filter({ hasText: 'rchard' }).first()).toBeVisible();
    await find.fill('no such thing');
    await expect(page.getByText('No machine matches “no such thing”.')).toBeVisible();
    await find.fill('');
    await expect(rows).toHaveCount(all);
  });

  test('a job is opened on a machine found by typing, with the belt of its drive', async ({ page }) => {
    await page.goto('/jobs/new');
    await page.getByRole('button', { name: 'Open the job' }).click();
    await expect(page.getByText('Choose the machine.')).toBeVisible();
    await page.getByRole('combobox', { name: 'Machine' }).fill('airstr');
    await page.getByRole('option', { name: /Airstrip mower/ }).click();
    await expect(page.getByRole('combobox', { name: 'Drive and belt' })).toContainText('Airstrip mower, 1520');
    await page.getByLabel('Fault, in a few words').fill('Hums at full throttle');
    await page.getByRole('button', { name: 'Open the job' }).click();
    await expect(page.getByRole('heading', { name: /Hums at full throttle/ })).toBeVisible();
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: /Find a machine, job/ }).fill('hums airstrip');
    await expect(page.getByRole('option', { name: /Hums at full throttle/ }).first()).toBeVisible();
    await page.getByRole('combobox', { name: /Find a machine, job/ }).fill('machine airstrip');
    await expect(page.getByRole('option', { name: /Airstrip mower/ }).first()).toBeVisible();
    await expect(page.getByRole('option', { name: /Hums at full throttle/ })).toHaveCount(0);
  });

  test('answers 404 for a missing record and 400 for a malformed address, each with its own page', async ({ page }) => {
    for (const path of [
      '/jobs/99999',
      '/machines/99999',
      '/drives/99999',
      '/drives/99999/edit',
      '/drives/measure/99999',
      '/jobs/99999/ticket',
      '/nowhere',
    ]) {
      expect([path, (await page.goto(path))!.status()]).toEqual([path, 404]);
      await expect(page.getByText('Page not found')).toBeVisible();
    }
    for (const path of ['/jobs/abc', '/machines/1x', '/drives/measure/-1', '/%E0%A4%A']) {
      expect([path, (await page.goto(path))!.status()]).toEqual([path, 400]);
      await expect(page.getByRole('link', { name: 'Open Jobs' })).toBeVisible();
    }
    expect((await page.request.get('/api/photos/abc')).status()).toBe(400);
    const other = { origin: 'http://127.0.0.1:9999', 'content-type': 'image/jpeg' };
    expect((await page.request.post('/api/photos?notebook=1', { headers: other, data: Buffer.from('x') })).status()).toBe(403);
  });

  test('pages are served with a policy that lets nothing in from elsewhere, and break no rule of it', async ({ page }) => {
    const broken: string[] = [];
    page.on('console', (m) => /Content Security Policy/i.test(m.text()) && broken.push(m.text()));
    for (const path of ['/', '/shelf', '/drives/1', '/drives/1/edit', '/drives/measure/1']) {
      const policy = (await page.goto(path))!.headers()['content-security-policy']!;
      expect(policy).toMatch(/script-src 'self' 'nonce-\w+' 'strict-dynamic'/);
      await page.waitForLoadState('networkidle');
    }
    await page.evaluate(() => (document.body.insertAdjacentHTML('beforeend', '<img src="data:," onerror="window.ran = true">'), undefined));
    await expect.poll(() => broken.length).toBeGreaterThan(0);
    expect(await page.evaluate(() => 'ran' in window)).toBe(false);
    expect(broken.filter((b) => !b.includes('inline event handler'))).toEqual([]);
  });
});

test('asks about unsaved changes at sign-out, then deletes them from the device', async ({ browser }) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  const { ACCOUNTS } = await import('./people');
  await page.goto('/sign-in');
  await page.getByLabel('Email address').fill(ACCOUNTS.technician.email);
  await page.getByLabel('Password').fill(ACCOUNTS.technician.password);
  await page.getByLabel('Password').press('Enter');
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  await page.goto('/jobs/214?stage=secure');
  await unfold(page, 'Note, skip or hold');
  await page.getByLabel('Note for the ticket').fill('Key is with the harbour office');
  const leave = async () => {
    await page.getByRole('button', { name: /Account of/ }).click();
    await page.getByRole('menuitem', { name: 'Sign out' }).click();
  };
  await leave();
  await expect(page.getByRole('dialog')).toContainText('1 change on this device is not on the server yet');
  await page.getByRole('button', { name: 'Stay' }).click();
  await expect(page.getByLabel('Note for the ticket')).toHaveValue('Key is with the harbour office');
  await leave();
  await page.getByRole('dialog').getByRole('button', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/sign-in/);
  expect(await page.evaluate(() => Object.keys(localStorage).filter((k) => k.startsWith('taut-of-')))).toEqual([]);
  await context.close();
});
