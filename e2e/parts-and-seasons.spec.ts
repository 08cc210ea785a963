import { open, toStage, unfold } from './bay';
import { as } from './people';
import { expect, test } from './test';

test.use({ ...as('owner'), viewport: { width: 390, height: 844 }, hasTouch: true });

test('a dismantled machine starts its parts count with what arrived removed, and its blades are compared', async ({ page }) => {
  await open(page, 'Kelp Lane mower', 'Slow, and dismantled');
  await page.getByLabel('In the customer’s words').fill('Takes ages to come up to speed, then smells');
  // Both complaints are proposed, in the customer’s order.
  const chips = page.getByRole('group', { name: 'The complaint' }).getByRole('button');
  await expect(chips).toHaveText(['Slow to engage, weak under load', 'Smokes or smells']);
  await chips.first().click();
  await unfold(page, 'History');
  await page.getByRole('radio', { name: 'Dismantled' }).click();
  await page.getByRole('button', { name: 'Save complaint' }).click();
  await expect(page.getByRole('heading', { name: 'List the parts that arrived removed' })).toBeVisible();
  for (const [count, part] of [
    ['4', 'Hanger pins'],
    ['1', 'Belt keeper'],
  ] as const) {
    await page.getByLabel('How many', { exact: true }).fill(count);
    await page.getByLabel('Part', { exact: true }).fill(part);
    await page.getByRole('button', { name: 'Add part' }).click();
    await expect(page.getByRole('list', { name: 'Arrived removed' })).toContainText(`${count} ${part.toLowerCase()}: came along`);
  }
  await toStage(page, 'Fit');
  await page.getByRole('button', { name: 'Use procedure: Blades off and on' }).click();
  await expect(page.getByRole('button', { name: /^Procedure Blades off and on/ })).toBeVisible();
  await unfold(page, 'Parts count');
  await expect(page.getByRole('region', { name: 'Parts removed' })).toContainText('4 hanger pins');
  await unfold(page, 'All steps');
  await page
    .getByRole('region', { name: /^Steps of / })
    .getByRole('button', { name: /Measure the height of one blade tip/ })
    .click();
  await page.getByLabel('Height of the first tip').fill('80 mm');
  await page.getByLabel('Height of the second tip').fill('86 mm');
  await expect(page.getByText(/over the limit of .* The blade or the spindle is bent\./)).toBeVisible();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('button', { name: 'Ticket' }).click();
  await expect(page.getByRole('dialog').getByText(/Difference: .*over the limit of/)).toBeVisible();
});

test('parts that were stored in spring are refitted in autumn, from the job that stored them', async ({ page }) => {
  await page.goto('/machines');
  await page.getByRole('link', { name: /Ferry ramp tractor/ }).click();
  await expect(page.getByText('1 × Drive module: autumn, boat shed, rack 2')).toBeVisible();
  await page.goto('/jobs/216?stage=fit');
  await unfold(page, 'Parts count');
  const parts = page.getByRole('region', { name: 'Parts removed' });
  await parts.getByRole('button', { name: /^Refitted: 1 drive module/ }).click();
  // Two lines are written: stored, then refitted.
  await expect(parts).not.toContainText(/drive module/i);
  await expect(page.getByRole('button', { name: /wait to be sent/ })).toHaveCount(0);
  await page.goto('/machines');
  await page.getByRole('link', { name: /Ferry ramp tractor/ }).click();
  await expect(page.getByText(/2 × Hitch brackets/)).toBeVisible();
  await expect(page.getByText(/Drive module: autumn/)).toHaveCount(0);
});

test('a target from the manual is converted, and leads on the next job too', async ({ page }) => {
  const openTarget = async () => {
    await toStage(page, 'Adjust');
    await unfold(page, 'Tension and settings');
    await unfold(page, 'Signs, loads');
    await unfold(page, 'Target from the manual');
  };
  await open(page, 'Orchard rider', 'Tension by the manual');
  await openTarget();
  const form = page.getByRole('form', { name: 'Target from the manual' });
  await form.getByRole('radio', { name: 'Tap frequency' }).click();
  await form.getByLabel('Frequency, Hz').fill('56');
  await form.getByLabel('To', { exact: true }).fill('60');
  await form.getByLabel('Page').fill('31');
  await form.getByRole('button', { name: 'Save target' }).click();
  await expect(form.getByText(/^56 Hz to 60 Hz, .* \(page 31\): .* to .*/)).toBeVisible();
  await open(page, 'Orchard rider', 'The next visit');
  await openTarget();
  await expect(form.getByText(/^56 Hz to 60 Hz, .* \(page 31\)/)).toBeVisible();
});
