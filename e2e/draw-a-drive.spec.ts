import { readFileSync } from 'node:fs';
import { expect, test, type Page } from './test';
import { as } from './people';

test.use(as('technician'));

const field = async (page: Page, label: string, value: string) => {
  await page.getByLabel(label, { exact: true }).fill(value);
  await page.getByLabel(label, { exact: true }).blur();
};
const choose = async (page: Page, label: string, option: string | RegExp) => {
  await page.getByRole('combobox', { name: label, exact: true }).click();
  await page.getByRole('option', typeof option === 'string' ? { name: option, exact: true } : { name: option }).click();
};

test('draws a drive, calculates it, exports it, imports it and gets the same result', async ({ page }, info) => {
  await page.goto('/drives/new');
  await page.getByRole('link', { name: /^Nothing/ }).click();
  await page.getByRole('button', { name: 'Add a pulley' }).click();
  await field(page, 'Outside diameter', '4 in');
  await page.getByRole('button', { name: 'Add a pulley' }).click();
  await field(page, 'Outside diameter', '6 in');
  await field(page, 'Across (x)', '14 in');
  await field(page, 'Power', '2 hp');
  await choose(page, 'Part', /^Belts/);
  await page.getByRole('button', { name: 'Add a belt' }).click();
  await field(page, 'Belt number', 'A42');
  await expect(page.getByText('The drive can be solved.')).toBeVisible();
  await choose(page, 'Part', /^States/);
  await page.getByRole('button', { name: 'Take disengaged off' }).click();
  await choose(page, 'Part', 'The drive');
  await field(page, 'Name of the drive', 'Bench grinder');
  await page.getByRole('button', { name: 'Save drive' }).click();
  await expect(page.getByRole('heading', { name: 'Bench grinder' })).toBeVisible();
  const sentence = page.getByText(/belt is always tight/);
  await expect(sentence).toBeVisible();
  const said = await sentence.textContent();
  await expect(page.getByRole('row').filter({ hasText: 'A42' })).toContainText(/Runs|Won’t|Too short/);

  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save as a file' }).click()]);
  const file = info.outputPath(download.suggestedFilename());
  await download.saveAs(file);
  const document = JSON.parse(readFileSync(file, 'utf8'));
  expect([document.format, document.pulleys[1].x, document.pulleys[1].outsideDiameter]).toEqual(['taut-sheave/drive', 355.6, 152.4]);

  await page.goto('/drives');
  await page.getByLabel('Drive file').setInputFiles(file);
  await expect(page.getByRole('heading', { name: 'Bench grinder' })).toBeVisible();
  await expect(page.getByText(/belt is always tight/)).toHaveText(said!);
});

test('a faulty file is refused with every fault and its place', async ({ page }) => {
  await page.goto('/drives');
  const bad = {
    format: 'taut-sheave/drive',
    version: 1,
    name: 'x',
    kind: 'pto',
    pulleys: [{ id: 'a', role: 'driver', x: 'left', y: 0, outsideDiameter: -4, face: 'v' }],
    belts: [],
  };
  await page
    .getByLabel('Drive file')
    .setInputFiles({ name: 'bad.drive.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(bad)) });
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('2 errors:');
  await expect(dialog).toContainText('pulleys[0].x x must be a number');
  await expect(dialog).toContainText('pulleys[0].outsideDiameter');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await page
    .getByLabel('Drive file')
    .setInputFiles({ name: 'noise.json', mimeType: 'application/json', buffer: Buffer.from('{"format":') });
  await expect(page.getByRole('dialog')).toContainText('not JSON');
});

test('pulleys are dragged and nudged, undone and redone; an unsaved drawing survives a reload', async ({ page }) => {
  await page.goto('/drives/new?from=mower-deck');
  await expect(page.getByText('The drive can be solved.')).toBeVisible();
  const spindle = page.getByRole('button', { name: /^2 Blade spindle;/ });
  const box = (await spindle.boundingBox())!;
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  const x = () => page.getByLabel('Across (x)', { exact: true }).inputValue();
  await page.mouse.move(cx, cy);
  await page.mouse.down();
  await page.mouse.move(cx + 30, cy, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Blade spindle');
  await expect.poll(x).not.toBe('-1.5748 in');
  const dragged = await x();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(x).toBe('-1.5748 in');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(x).toBe(dragged);
  await page.getByRole('button', { name: 'Undo' }).click();
  await spindle.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(x).toBe('-1.1811 in');
  await page.keyboard.press('Control+z');
  await expect.poll(x).toBe('-1.5748 in');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText(/changed, not saved/)).toBeVisible();
  page.on('dialog', (d) => void d.accept());
  await page.reload();
  await expect(page.getByText('Your unsaved drawing is back.')).toBeVisible();
  await spindle.focus();
  await expect.poll(x).toBe('-1.1811 in');
});

test.describe('with a touch screen', () => {
  test.use({ hasTouch: true });
  test('two fingers zoom the drawing about where they are, and move no pulley', async ({ page }) => {
    await page.goto('/drives/new?from=mower-deck');
    await expect(page.getByText('The drive can be solved.')).toBeVisible();
    const drawing = page.getByRole('group', { name: /^Drawing of/ });
    const frame = (await drawing.boundingBox())!;
    const [cx, cy] = [frame.x + frame.width / 2, frame.y + frame.height / 2];
    const view = async () => (await drawing.getAttribute('viewBox'))!.split(' ').map(Number) as [number, number, number, number];
    const touch = await page.context().newCDPSession(page);
    const fingers = (type: 'touchStart' | 'touchMove' | 'touchEnd', apart?: number) =>
      touch.send('Input.dispatchTouchEvent', {
        type,
        touchPoints:
          apart === undefined
            ? []
            : [
                { x: cx - apart, y: cy, id: 1 },
                { x: cx + apart, y: cy, id: 2 },
              ],
      });
    const before = await view();
    await fingers('touchStart', 40);
    for (const apart of [50, 60, 70, 80]) await fingers('touchMove', apart);
    await fingers('touchEnd');
    const after = await view();
    expect(before[2] / after[2]).toBeGreaterThan(1.5);
    expect(before[2] / after[2]).toBeLessThan(2.5);
    // The text between the two places must not change.
    expect(Math.abs(after[0] + after[2] / 2 - (before[0] + before[2] / 2))).toBeLessThan(0.02 * before[2]);
    await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
    await page.getByRole('button', { name: 'Show the whole drive' }).click();
    await expect.poll(async () => Math.abs((await view())[2] / before[2] - 1)).toBeLessThan(0.02);
  });
});

test('a number field takes what a hand writes, shows how it was read, and refuses nonsense with a sentence', async ({ page }) => {
  await page.goto('/drives/new?from=mower-deck');
  await page.getByRole('button', { name: /^1 Engine pulley;/ }).focus();
  const diameter = page.getByLabel('Outside diameter', { exact: true });
  await diameter.fill('3-7/8"');
  await expect(page.getByText('= 98.42 mm')).toBeVisible();
  await diameter.press('ArrowUp');
  await expect(diameter).toHaveValue('4"');
  await diameter.fill('wide');
  await expect(page.getByText(/is not a length\. Enter it as/)).toBeVisible();
  await expect(diameter).toHaveValue('wide');
  await diameter.fill('3 lb');
  await expect(page.getByText(/lb measures force, but this field needs length/)).toBeVisible();
});

test('checks say what is wrong while one draws', async ({ page }) => {
  await page.goto('/drives/new?from=mower-deck');
  await page.getByRole('button', { name: /^2 Blade spindle;/ }).focus();
  await field(page, 'Up (y)', '-2 in');
  await expect(page.getByText(/pitch circles of “Engine pulley” and “Blade spindle” overlap/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('The drive can be solved.')).toBeVisible();
});

test('refuses the later save of two people, and shows both versions', async ({ browser }) => {
  const [one, other] = await Promise.all([browser.newContext(as('technician')), browser.newContext(as('owner'))]);
  const [mine, theirs] = [await one.newPage(), await other.newPage()];
  for (const page of [mine, theirs]) {
    await page.goto('/drives');
    await page.getByRole('link', { name: /Slipway chipper/ }).click();
    await page.getByRole('link', { name: 'Change the drawing' }).click();
    await expect(page.getByLabel('Notes', { exact: true })).toBeVisible();
  }
  await field(theirs, 'Notes', 'Theirs');
  await theirs.getByRole('button', { name: 'Save drive' }).click();
  await expect(theirs.getByText('Saved.')).toBeVisible();
  await field(mine, 'Name of the drive', 'Slipway chipper, mine');
  await mine.getByRole('button', { name: 'Save drive' }).click();
  const dialog = mine.getByRole('dialog', { name: /Another user changed/ });
  await expect(dialog).toContainText('Ines Tarrow saved it');
  await expect(dialog).toContainText('yours “Slipway chipper, mine”');
  await dialog.getByRole('button', { name: 'Save my version' }).click();
  await expect(mine.getByText('Saved.')).toBeVisible();
  await one.close();
  await other.close();
});

test('exports the drawing as a self-contained SVG', async ({ page }, info) => {
  await page.goto('/drives');
  await page.getByRole('link', { name: /Airstrip mower/ }).click();
  await expect(page.getByText(/release and grip/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Save the drawing or the routing card' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Drawing to scale, SVG' }).click(),
  ]);
  const file = info.outputPath('drive.svg');
  await download.saveAs(file);
  const svg = readFileSync(file, 'utf8');
  expect(svg).toMatch(/^<\?xml[^>]+>\n<svg/);
  expect(svg).toContain('Airstrip mower');
  expect(svg).not.toContain('var(--');
  expect(svg.match(/<circle/g)!.length).toBeGreaterThan(14);
});
