import { unfold } from './bay';
import { as } from './people';
import { expect, test } from './test';

test.use(as('technician'));

test('a variable drive’s belt, yearly: the log of its last visit, a single rib that would have condemned it, several that keep it', async ({
  page,
}) => {
  await page.goto('/machines');
  await page
    .getByRole('link', { name: /Hill track/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Open a job' }).click();
  await page.getByLabel('Fault, in a few words').fill('Yearly look');
  await page.getByRole('button', { name: /^Open (this|the) job/ }).click();
  await page.waitForURL(/\/jobs\/\d+/);
  await page.goto(`${new URL(page.url()).pathname}?stage=look`);
  await unfold(page, 'Forecast and log');
  const left = page.getByRole('region', { name: 'Forecast' });
  await expect(left.getByText('Keep using the belt')).toBeVisible();
  const form = page.getByRole('form', { name: 'A width' });
  await form.getByRole('radio', { name: 'One rib' }).click();
  await form.getByRole('textbox', { name: 'Rib', exact: true }).fill('28.5 mm');
  await form.getByLabel('The meter shows').fill('2600');
  await form.getByRole('button', { name: 'Save width' }).click();
  const ticket = page.getByRole('complementary', { name: 'Ticket' });
  await expect(ticket.getByText(/one rib at 2600 mi/)).toBeVisible();
  for (const [i, w] of ['29.5', '29.52', '29.48', '29.51', '29.5'].entries())
    await form.getByRole('textbox', { name: `Rib ${i + 1}` }).fill(`${w} mm`);
  await form.getByLabel('The meter shows').fill('2600');
  await form.getByRole('button', { name: 'Save width' }).click();
  await expect(ticket.getByText(/several ribs at 2600 mi/)).toBeVisible();
  await expect(left.getByText('Keep using the belt')).toBeVisible();
  await expect(left.getByText(/, excluded$/)).toBeVisible();
});

test('rejects a broken belt at any width, requires the search for its pieces, and rejects the clutch for a slack shoe spring', async ({
  page,
}) => {
  await page.goto('/');
  await page
    .getByRole('link', { name: /Belt broke on the hill/ })
    .first()
    .click();
  await page.waitForURL(/\/jobs\/\d+/);
  const path = new URL(page.url()).pathname;
  await page.goto(`${path}?stage=look`);
  await unfold(page, 'Forecast and log');
  await unfold(page, 'Every check');
  const left = page.getByRole('region', { name: 'Forecast' });
  // The complaint of the job is a broken belt, so its width does not matter.
  await expect(left.getByText('Replace the belt', { exact: true })).toBeVisible();
  await expect(left.getByText('Keep using the belt')).toHaveCount(0);
  const found = page.getByRole('button', { name: /^Flanks and back of the belt/ }).first();
  await found.click();
  await page
    .getByRole('radio', { name: /^Cracked, pieces missing/ })
    .first()
    .click();
  await expect(left.getByText('Replace the belt', { exact: true })).toBeVisible();
  await expect(left.getByText(/damaged or broken, so its width does not matter/)).toBeVisible();

  await page.getByRole('button', { name: /^Warranty/ }).click();
  await expect(page.getByLabel('Warranty terms')).toHaveValue('Not where the housing was under water.');

  await page.getByRole('button', { name: /^Rollers, shoes and slides/ }).click();
  const parts = page.getByRole('region', { name: 'Parts of the drive, measured' });
  await parts.getByRole('radio', { name: 'Shoe springs' }).click();
  for (const [i, mm] of ['31,2', '31,3', '33,4'].entries()) await parts.getByRole('textbox', { name: `Spring ${i + 1}` }).fill(`${mm} mm`);
  await parts.getByRole('button', { name: 'Save measurements' }).click();
  const ticket = page.getByRole('complementary', { name: 'Ticket' });
  await expect(ticket.getByText(/Replace the clutch/)).toBeVisible();

  // The procedure for the sheaves is the one this job is worked by: the search after a break wants a hand on it.
  await unfold(page, 'All steps');
  await expect(page.getByText(/After a belt break, check for rollers out of their pockets/).first()).toBeVisible();
});
