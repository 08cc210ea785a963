import { expect, test } from './test';
import { as } from './people';

test.use(as('technician'));

test('a machine’s meter counts what its own counts, and what cannot be read changes nothing', async ({ page }) => {
  await page.goto('/machines');
  await page.getByRole('link', { name: /^Hill track utility/ }).click();
  const change = () => page.getByRole('button', { name: 'Change', exact: true }).click();
  const meter = page.getByRole('dialog').getByLabel('Meter', { exact: true });
  const save = page.getByRole('dialog').getByRole('button', { name: /^Save/ });
  await change();
  await meter.fill('1,312 mi');
  await expect(page.getByRole('dialog').getByRole('combobox', { name: 'Unit' })).toHaveText('miles');
  await save.click();
  const shown = (text: string) => page.getByText(text, { exact: true }).first();
  await expect(shown('1312 mi')).toBeVisible();

  await change();
  await meter.fill('1400 furlongs');
  await save.click();
  await expect(page.getByRole('dialog').getByRole('alert').first()).toBeVisible();
  await expect(meter).toHaveValue('1400 furlongs');
  await expect(shown('1312 mi')).toBeVisible();
  await expect(page.getByText(/^1400/)).toHaveCount(0);
  await meter.fill('1320');
  await page.getByRole('dialog').getByRole('combobox', { name: 'Unit' }).click();
  await page.getByRole('option', { name: 'kilometres' }).click();
  await save.click();
  await expect(shown('1320 km')).toBeVisible();
  await page.reload();
  await expect(shown('1320 km')).toBeVisible();
});
