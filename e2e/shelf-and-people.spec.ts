import { readFileSync } from 'node:fs';
import { expect, test } from './test';
import { as } from './people';

test.describe('the shelf', () => {
  test.use(as('technician'));

  test('is searched, filtered, counted with undo, and added to', async ({ page }) => {
    await page.goto('/shelf');
    const hung = page.getByRole('listitem');
    await page.getByLabel('Find a belt').fill('boat');
    await expect(hung).toHaveCount(2);
    await page.getByLabel('Find a belt').fill('48 1/2');
    const near = page.getByRole('region', { name: 'About 48 1/2 in outside' });
    await expect(near.getByRole('listitem').first()).toContainText('4L485');
    await expect(near.getByRole('listitem').first()).toContainText('just so');
    await page.getByLabel('Find a belt').fill('4L470');
    await page.getByRole('button', { name: 'One 4L470 more' }).click();
    await expect(page.getByText('4L470: 2 in stock.')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('4L470: 1 in stock.')).toBeVisible();
    await page.getByLabel('Find a belt').fill('');
    await page.getByRole('button', { name: 'Add a belt' }).click();
    await page.getByLabel('Belt number').fill('7Q999');
    await page.getByRole('button', { name: 'Add to stock' }).click();
    await expect(page.getByText(/“7Q999” is not a belt number/)).toBeVisible();
    await page.getByLabel('Belt number').fill('4L505');
    await expect(page.getByText('4L, 50 1/2 in outside')).toBeVisible();
    await page.getByRole('dialog').getByLabel('Bin', { exact: true }).fill('Z9');
    await page.getByRole('button', { name: 'Add to stock' }).click();
    await page.getByLabel('Find a belt').fill('Z9');
    await expect(hung.filter({ hasText: '4L505' })).toBeVisible();
    await page.getByRole('button', { name: 'Change 4L505' }).click();
    await page.getByLabel('Price each, EUR').fill('15.50');
    await page.getByRole('dialog').getByLabel('Supplier note').fill('Late boat');
    await page.getByRole('button', { name: 'Save belt' }).click();
    await page.getByLabel('Find a belt').fill('late boat');
    await expect(hung.filter({ hasText: '4L505' })).toBeVisible();
  });

  test('keeps stock and Match within a page with 2,000 belts more, and undoes the import as one', async ({ page }) => {
    // Sizes that these sections are made in.
    const rows = Array.from(
      { length: 2000 },
      (_, i) => `${['4L', '3L', '5L'][i % 3]}${[200, 120, 200][i % 3]! + Math.floor(i / 3)},${1 + (i % 4)},Q${i}`,
    );
    await page.goto('/shelf');
    await page.getByRole('button', { name: 'Import a list' }).click();
    await page
      .getByLabel('CSV file')
      .setInputFiles({ name: 'belts.csv', mimeType: 'text/csv', buffer: Buffer.from(`designation,quantity,bin\n${rows.join('\n')}\n`) });
    await page.getByRole('button', { name: 'Import 2000 rows' }).click();
    // The line with its undo stays as long as one rests on it.
    await page.getByRole('button', { name: 'Undo' }).hover();
    const screens = () => page.evaluate(() => document.documentElement.scrollHeight / window.innerHeight);
    expect(await screens()).toBeLessThan(8);
    await page.getByLabel('Find a belt').fill('Q1998');
    await expect(page.getByRole('listitem')).toHaveCount(1);

    const other = await page.context().newPage();
    await other.goto('/drives');
    await other.getByRole('link', { name: /^Orchard rider/ }).click();
    await expect(other.getByRole('button', { name: /^Belts that do not fit/ })).toBeVisible();
    expect(await other.getByRole('row').count()).toBeLessThan(30);
    expect(await other.evaluate(() => document.documentElement.scrollHeight / window.innerHeight)).toBeLessThan(5);
    expect(await other.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
    await other.close();

    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('The import was undone.')).toBeVisible();
  });

  test('imports a list after showing each result and the refused rows, and exports it', async ({ page }, info) => {
    await page.goto('/shelf');
    await page.getByRole('button', { name: 'Import a list' }).click();
    const text =
      'designation,section,length,quantity,bin,price\n4L475,,,2,B2,\n4L620,,,1,E1,16.20\nzebra,,,1,E1,\n,5L,52 1/4,3,E2,\n4L630,,,many,E1,\n';
    await page.getByLabel('CSV file').setInputFiles({ name: 'belts.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('3 rows will be imported, 2 refused');
    await expect(dialog).toContainText('Line 4 (zebra, 1, E1): “zebra” is not a belt number');
    await expect(dialog).toContainText('Line 6');
    await expect(dialog.getByRole('row').filter({ hasText: '4L475' })).toContainText('3 → 5 of 4L475');
    await dialog.getByLabel('Set to these counts').check();
    await expect(dialog.getByRole('row').filter({ hasText: '4L475' })).toContainText('3 → 2 of 4L475');
    await dialog.getByLabel('Add to what is there').check();
    await expect(dialog.getByRole('row').filter({ hasText: '5L 52 1/4 in' })).toContainText('a new belt');
    await dialog.getByRole('button', { name: 'Import 3 rows' }).click();
    await expect(page.getByText('2 new, 1 added to what was there; 2 refused.')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('The import was undone.')).toBeVisible();
    await page.getByLabel('Find a belt').fill('4L620');
    await expect(page.getByText('No belt here matches “4L620”.')).toBeVisible();
    await page.getByRole('button', { name: 'Import a list' }).click();
    // From an older spreadsheet: its own encoding, read as what it is.
    await page.getByLabel('CSV file').setInputFiles({
      name: 'belts.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(text.replace('16.20', '16.20,für Möwe').replace('price', 'price,note'), 'latin1'),
    });
    await expect(dialog).toContainText('für Möwe');
    await dialog.getByRole('button', { name: 'Import 3 rows' }).click();
    await expect(page.getByText('2 new, 1 added to what was there; 2 refused.')).toBeVisible();
    await expect(page.getByRole('listitem').filter({ hasText: '4L620' })).toBeVisible();
    await page.getByLabel('Find a belt').fill('');
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save as CSV' }).click()]);
    const file = info.outputPath('shelf.csv');
    await download.saveAs(file);
    const saved = readFileSync(file, 'utf8');
    expect(saved).toMatch(/^designation,section,length,reference,quantity,bin,price,note\n/);
    expect(saved).toContain('4L620,,,,1,E1,16.20,für Möwe');
  });
});

test.describe('roles', () => {
  test('shows everything to a viewer, without any button that changes data', async ({ browser }) => {
    const context = await browser.newContext(as('viewer'));
    const page = await context.newPage();
    await page.goto('/');
    await expect(page.getByRole('link', { name: 'Open a job' })).toHaveCount(0);
    await page.goto('/shelf');
    await expect(page.getByRole('button', { name: 'Add a belt' })).toHaveCount(0);
    await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Settings' }).click();
    await expect(page.getByRole('heading', { name: 'People' })).toHaveCount(0);
    await context.close();
  });

  test('guessing at one’s own present password comes to an end', async ({ browser }) => {
    const context = await browser.newContext(as('viewer'));
    const page = await context.newPage();
    await page.goto('/shop');
    const guess = async (n: number) => {
      await page.getByLabel('Current password').fill(`guess number ${n}`);
      await page.getByLabel('New password').fill('harbour-rope-slack-7');
      await page.getByLabel('New password').press('Enter');
    };
    for (let n = 1; n <= 5; n++) {
      await guess(n);
      await expect(page.getByText(/current password is wrong/)).toBeVisible();
    }
    await guess(6);
    await expect(page.getByText(/Too many attempts/)).toBeVisible();
    await context.close();
  });

  test('what the screen does not offer, the server refuses', async ({ browser }) => {
    const [technician, viewer] = await Promise.all([browser.newContext(as('technician')), browser.newContext(as('viewer'))]);
    const page = await technician.newPage();
    await page.goto('/shelf');
    await page.getByLabel('Find a belt').fill('4L460');
    const [sent] = await Promise.all([
      page.waitForRequest((r) => r.method() === 'POST'),
      page.getByRole('button', { name: 'One 4L460 more' }).click(),
    ]);
    // A new id, so that the command is not a repeat. With another sender, the id of that person.
    const act = sent.postDataJSON() as Record<string, unknown>;
    const viewerId = 3;
    let count = 0;
    const replay = (request: typeof technician.request, changed: object) =>
      request.post('/api/acts', {
        data: { ...act, id: `3f1b2b0e-7a55-4b0e-9d53-00000000000${++count}`, ...changed },
        headers: { origin: new URL(page.url()).origin },
      });
    const answer = await (await replay(viewer.request, { personId: viewerId })).text();
    expect(answer).toContain('takes a technician’s account');
    const stranger = await browser.newContext();
    expect(await (await replay(stranger.request, {})).text()).toContain('You are signed out');
    expect(await (await replay(viewer.request, {})).text()).toContain('Another person has signed in');
    const nonsense = await (await replay(technician.request, { input: { id: 'x', by: 'lots' } })).text();
    expect(nonsense).toContain('"reason":"invalid"');
    await Promise.all([technician.close(), viewer.close(), stranger.close()]);
  });

  test('adds a person, who signs in and is deactivated', async ({ browser }) => {
    const context = await browser.newContext(as('owner'));
    const page = await context.newPage();
    await page.goto('/shop');
    await page.getByRole('button', { name: 'Add a person' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Name').fill('Odd Brannoch');
    await dialog.getByLabel('Email address').fill('odd@quaybay.example');
    await dialog.getByLabel('First password').fill('hawser and pulley');
    await dialog.getByRole('button', { name: 'Add person' }).click();
    await expect(page.getByText('odd@quaybay.example')).toBeVisible();

    const theirs = await browser.newContext();
    const other = await theirs.newPage();
    await other.goto('/sign-in');
    await other.getByLabel('Email address').fill('odd@quaybay.example');
    await other.getByLabel('Password').fill('hawser and pulley');
    await other.getByRole('button', { name: 'Sign in' }).click();
    await expect(other.getByRole('heading', { name: 'Jobs' })).toBeVisible();

    await page.getByRole('button', { name: 'Deactivate: Odd Brannoch' }).click();
    await expect(page.getByText('Odd Brannoch can no longer sign in.')).toBeVisible();
    await other.reload();
    await expect(other).toHaveURL(/sign-in/);
    await theirs.close();
    await context.close();
  });
});
