import { openReading, unfold } from './bay';
import { as } from './people';
import { expect, test } from './test';

test.use(as('technician'));

test.describe('a band with twin rods', () => {
  test('aligns by one rod, sets its own load, measures and decides, all on the ticket', async ({ page }) => {
    await page.goto('/jobs/215?stage=set');
    const ticket = page.getByRole('complementary', { name: 'Ticket' });
    await page.getByRole('button', { name: /^Alignment/ }).click();
    const align = page.getByRole('form', { name: 'Alignment' });
    await align.getByRole('textbox', { name: 'Near rim' }).fill('0 mm');
    await align.getByRole('textbox', { name: 'Far rim' }).fill('3 mm');
    await align.getByRole('textbox', { name: 'Far rim' }).press('Tab');
    await expect(align.getByText(/Over its limit of 0\.25°/)).toBeVisible();
    // The far rim is behind a straight edge on the right. The left rod is shortened, which tightens the band.
    await expect(align.getByText(/^Pull in left rod by/i).first()).toBeVisible();
    await expect(align.getByText(/adds .* of tension/)).toBeVisible();
    await align.getByRole('button', { name: 'Save alignment' }).click();
    await expect(ticket.getByText(/its far rim back/)).toBeVisible();
    await expect(page.getByRole('button', { name: /^Alignment .*over its limit/ })).toBeVisible();

    await unfold(page, 'Tension and settings');
    await unfold(page, 'Signs, loads');
    await unfold(page, 'Load assumptions');
    const basis = page.getByRole('form', { name: 'Load assumptions' });
    await basis.getByRole('radio', { name: 'By the engine' }).first().click();
    await basis.getByLabel('The engine’s rated power').fill('30 kW');
    await basis.getByRole('button', { name: 'Use these loads' }).click();
    await expect(ticket.getByText(/\(estimated\)/)).toBeVisible();
  });
});

test('does not accept a thumb alone, accepts a push, and needs a reason for a decision against the recommendation', async ({ page }) => {
  await page.goto('/jobs/219?stage=set');
  await unfold(page, 'Tension and settings');
  await openReading(page);
  const form = page.getByRole('form', { name: 'A reading' });
  await form.getByRole('button', { name: 'By feel…' }).click();
  await form.getByRole('radio', { name: 'Thumb' }).click();
  await form.getByLabel('Deflection').fill('12 mm');
  await form.getByRole('button', { name: 'Save reading' }).click();
  await unfold(page, 'Readings');
  await expect(page.getByText(/^Measured by feel only/)).toBeVisible();
  await openReading(page);
  await form.getByRole('radio', { name: 'Push' }).click();
  await form.getByLabel('Force on all belts').fill('25 N');
  await form.getByRole('button', { name: 'Save reading' }).click();
  await expect(page.getByText(/^Measured by feel only/)).toBeHidden();
  await page.getByRole('button', { name: /^Leave, adjust or replace/ }).click();
  const decide = page.getByRole('form', { name: 'Leave, adjust or replace' });
  const said = await decide.getByRole('status').innerText();
  await decide.getByRole('radio', { name: /^Replace the belt/.test(said) ? 'Leave as is' : 'Replace the belt' }).click();
  await decide.getByRole('button', { name: 'Save decision' }).click();
  await expect(decide.getByText(/Enter a reason for the ticket/)).toBeVisible();
  await decide.getByLabel('Reason').fill('The boat sails on Thursday.');
  await decide.getByRole('button', { name: 'Save decision' }).click();
  await expect(page.getByRole('complementary', { name: 'Ticket' }).getByText(/The boat sails on Thursday\./)).toBeVisible();
});

test('a drive is asked how tight it should be, and compared with another pulley, outside any job', async ({ page }) => {
  await page.goto('/drives');
  await page
    .getByRole('link', { name: /Orchard/ })
    .first()
    .click();
  await page.getByRole('button', { name: /^Tension range/ }).click();
  await expect(page.getByText('Signs at the target')).toBeVisible();
  await page.getByRole('link', { name: 'Compare pulleys' }).click();
  const table = page.getByRole('group', { name: 'Variants side by side' });
  await table.getByRole('textbox', { name: 'Blade spindle, variant 1' }).fill('124 mm');
  await table.getByRole('textbox', { name: 'Blade spindle, variant 1' }).press('Tab');
  const speeds = table.getByRole('row', { name: /^Speed of the driven shaft/ }).getByRole('cell');
  await expect(async () => expect(await speeds.nth(1).innerText()).not.toBe(await speeds.nth(0).innerText())).toPass();
  await expect(page.getByRole('img', { name: /^Speed of the driven shaft over the diameter of/ })).toBeVisible();
  await page.reload();
  await expect(table.getByRole('textbox', { name: 'Blade spindle, variant 1' })).not.toHaveValue('');
});
