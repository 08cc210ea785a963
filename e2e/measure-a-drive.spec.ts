import { readFileSync } from 'node:fs';
import type { Locator } from '@playwright/test';
import { expect, test, type Page } from './test';
import { as } from './people';

test.use(as('technician'));

type Spot = { x: number; y: number };
interface RiderFile {
  pulleys: (Spot & { id: string; outsideDiameter: number })[];
  tensioners: { pivot: Spot; min: number; max: number }[];
  springs: {
    freeLength: number;
    rate: number;
    initialTension: number;
    from: Spot & { leverTravel?: { dx: number; dy: number } };
    to: Spot;
  }[];
  brakes: { appliesAt: number }[];
  keepers: Spot[];
}
const rider = JSON.parse(readFileSync('demo/drives/orchard-rider.drive.json', 'utf8')) as RiderFile;
const [engine, spindle, idler] = rider.pulleys as [RiderFile['pulleys'][0], RiderFile['pulleys'][0], RiderFile['pulleys'][0]];
const [engage, back] = rider.springs as [RiderFile['springs'][0], RiderFile['springs'][0]];
const { pivot, min, max } = rider.tensioners[0]!;

/** True positions on the machine, as a tape would measure them. */
const PLACES: Record<string, Spot> = {
  'engine pulley': engine,
  'blade spindle': spindle,
  'engagement idler': idler,
  'pivot of the idler arm': pivot,
  'anchor of the engagement spring': engage.from,
  'arm end of the engagement spring': engage.to,
  'anchor of the return spring': back.from,
  'arm end of the return spring': back.to,
  'lever end of the engagement spring, pulled': {
    x: engage.from.x + engage.from.leverTravel!.dx,
    y: engage.from.y + engage.from.leverTravel!.dy,
  },
};
const place = (name: string): Spot => {
  const spot = PLACES[name.toLowerCase()];
  if (!spot) throw new Error(`nobody measures to “${name}”`);
  return spot;
};
const apart = (a: Spot, b: Spot) => Math.hypot(a.x - b.x, a.y - b.y);
const isLeft = (p: Spot, a: Spot, b: Spot) => (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) > 0;
const armAt = (q: number): Spot => {
  const [cos, sin, x, y] = [Math.cos((q * Math.PI) / 180), Math.sin((q * Math.PI) / 180), idler.x - pivot.x, idler.y - pivot.y];
  return { x: pivot.x + cos * x - sin * y, y: pivot.y + sin * x + cos * y };
};

const fill = async (page: Page, label: string | RegExp, value: string, index = 0) => {
  const field = page.getByLabel(label, typeof label === 'string' ? { exact: true } : {}).nth(index);
  await field.fill(value);
  await field.blur();
};
const choose = async (page: Page, label: string, option: string, index = 0) => {
  await page.getByRole('combobox', { name: label, exact: true }).nth(index).click();
  await page.getByRole('option', { name: option, exact: true }).click();
};
const step = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .click();
// Includes the dot: the warning about the server has similar words about the device.
const kept = (page: Page) => expect(page.getByText('· all entries saved')).toBeVisible();

/** Enters every distance that is asked for, as a tape without error reads it. */
async function tapeAll(page: Page) {
  await expect(page.getByRole('textbox', { name: /^Reading, / }).first()).toBeVisible();
  const titles = await page
    .getByRole('textbox', { name: /^Reading, / })
    .evaluateAll((fields) => fields.map((f) => f.getAttribute('aria-label')!));
  for (const title of titles) {
    const [, from, to, over] = /^Reading, (.+?) to (.+?)(, over the far rims)?$/.exec(title)!;
    const rims = over ? (engine.outsideDiameter + (to === 'blade spindle' ? spindle : idler).outsideDiameter) / 2 : 0;
    await page.getByLabel(title, { exact: true }).fill(`${(apart(place(from!), place(to!)) + rims).toFixed(2)} mm`);
  }
}

/** Answers left or right from the true positions, until no question remains. */
async function answerSides(page: Page) {
  const panel = page.getByRole('region', { name: 'Next step' });
  for (let asked = 0; asked < 12; asked++) {
    await kept(page);
    const question = panel.getByText(/^Seen from above, is|^Which of these/);
    // The answer comes from a worker. Wait for the next question, or for the message that none remains.
    const fixed = panel.getByText(/Every pulley is fixed|Ready to be made/);
    await expect(question.or(fixed).first()).toBeVisible();
    if (await fixed.isVisible()) return;
    const text = (await question.textContent())!;
    if (text.startsWith('Which')) {
      const drawings = await panel.getByRole('button', { name: /^It is [A-D]: / }).evaluateAll((all) => all.map((b) => b.ariaLabel!));
      expect(drawings.length).toBeGreaterThan(1);
      const fitting = drawings.filter((words) =>
        words
          .slice('It is A: '.length)
          .split(', ')
          .every((clause) => {
            const [, of, side, from, to] = /^(.+) (left|right) of the line from (.+) to (.+)$/.exec(clause)!;
            return isLeft(place(of!), place(from!), place(to!)) === (side === 'left');
          }),
      );
      expect(fitting).toHaveLength(1);
      await panel.getByRole('button', { name: fitting[0]!, exact: true }).click();
      await expect(panel.getByText(text)).toBeHidden();
      continue;
    }
    const [, of, from, to] = /^Seen from above, is the (.+) left or right of the line from the (.+) to the (.+)\?$/.exec(text)!;
    await panel.getByRole('button', { name: isLeft(place(of!), place(from!), place(to!)) ? 'Left' : 'Right', exact: true }).click();
    await expect(panel.getByText(text)).toBeHidden();
  }
}

/** Every belt of the shelf with its verdict, as the page lists them. */
async function verdicts(page: Page): Promise<string[]> {
  await expect(page.getByRole('heading', { name: 'Will it run?' })).toBeVisible();
  await page.getByRole('button', { name: /^Belts that do not fit/ }).click();
  const rows = await page
    .getByRole('row')
    .filter({ has: page.getByRole('button') })
    .allTextContents();
  return rows
    .map((r) => `${/^\S+/.exec(r)![0].slice(0, 5)} ${/Runs, no margin|Runs|Won’t release|Won’t grip|Won’t seat/.exec(r)![0]}`)
    .sort();
}

test('builds the orchard rider from distances alone, with the verdicts of its file', async ({ page }) => {
  await page.goto('/drives/measure');
  await page.getByRole('button', { name: /^Mower deck/ }).click();
  await expect(page).toHaveURL(/measure\/\d+/);
  for (const [i, p] of [engine, spindle, idler].entries()) await fill(page, 'Outside diameter', `${p.outsideDiameter} mm`, i);
  await fill(page, 'Turns at', '3200 rpm');
  await fill(page, 'Power, if known', '4 kW');
  await step(page, 'Distances');
  await tapeAll(page);
  await answerSides(page);

  await step(page, 'Arm ends');
  await choose(page, 'Position during the distances', 'Somewhere between');
  for (const [words, q] of [
    ['fully released', max],
    ['fully engaged', min],
    ['where the brake comes on', rider.brakes[0]!.appliesAt],
  ] as const) {
    for (const [name, spot] of [
      ['engine pulley', engine],
      ['blade spindle', spindle],
    ] as const)
      await fill(page, `Reading, ${words}: engagement idler to ${name}`, `${apart(armAt(q), spot).toFixed(2)} mm`);
  }
  await step(page, 'Springs');
  for (const [i, spring] of [engage, back].entries()) {
    await fill(page, 'Free length', `${spring.freeLength} mm`, i);
    await expect(page.getByLabel('Free length', { exact: true }).nth(i)).toHaveValue(`${spring.freeLength} mm`);
    await choose(page, 'Rate from', 'The rate is known', i);
    await fill(page, 'Rate', `${spring.rate} N/mm`, i);
    await fill(page, 'Initial tension', `${spring.initialTension} N`, i);
  }
  await step(page, 'Fitted belt');
  await choose(page, 'Length known by', 'A tape wrapped round it');
  await fill(page, 'Length along the outside', '48 in');
  await step(page, 'The drive');
  await fill(page, 'Name of the drive', 'Rider from tape alone');
  await expect(page.getByText(/Still to do for the drive/)).toBeHidden();
  await kept(page);
  await page.getByRole('button', { name: 'Make this drive' }).click();
  await expect(page.getByRole('heading', { name: 'Rider from tape alone' })).toBeVisible();
  await expect(page.getByText(/outside length of .* ± .* to .* ± .* release and grip/)).toBeVisible();
  const measured = await verdicts(page);

  // A second drive of the notebook replaces the first, and needs a confirmation.
  await page.getByRole('link', { name: 'measured in this notebook' }).click();
  await page.getByRole('button', { name: 'Make drive again' }).click();
  await expect(page.getByRole('dialog')).toContainText('later changes by hand');
  await page.getByRole('dialog').getByRole('button', { name: 'Replace drive' }).click();
  await expect(page.getByText(/outside length of .* ± .* to .* ± .* release and grip/)).toBeVisible();

  await page.goto('/drives');
  await page.getByRole('link', { name: /^Orchard rider, 760/ }).click();
  expect(measured).toEqual(await verdicts(page));
  expect(measured.filter((v) => v.includes('Runs')).length).toBeGreaterThan(0);
});

/** A fresh notebook of two sheaves on fixed centres: the shortest there is. */
async function twoSheaves(page: Page): Promise<string> {
  await page.goto('/drives/measure');
  await page.getByRole('button', { name: /^Variable drive/ }).click();
  await expect(page).toHaveURL(/measure\/\d+/);
  await expect(page.getByLabel('Outside diameter', { exact: true }).first()).toBeVisible();
  return page.url();
}

test('what cannot be gets a sentence, and nothing that was entered is lost', async ({ page }) => {
  await twoSheaves(page);
  await fill(page, 'Outside diameter', '96 mm', 0);
  for (const [typed, sentence] of [
    ['-5 mm', /Enter 5 mm or more/],
    ['about a hand', /about a hand/],
    ['12 lb', /lb/],
  ] as const) {
    await fill(page, 'Outside diameter', typed, 1);
    await expect(page.getByRole('alert').filter({ hasText: sentence })).toBeVisible();
    await expect(page.getByLabel('Outside diameter', { exact: true }).nth(1)).toHaveValue(typed);
  }
  await fill(page, 'Outside diameter', '8 1/8', 1);
  await step(page, 'Distances');
  const centres = page.getByLabel('Reading, Primary sheave to secondary sheave', { exact: true });
  await centres.fill('5 m');
  await expect(page.getByRole('alert').filter({ hasText: /or less\. You typed/ })).toBeVisible();
  await centres.fill('10 1/2');
  await centres.blur();
  // The rims cannot be nearer than they are wide: the third measure breaks the triangle.
  await page.getByLabel('Reading, Primary sheave to secondary sheave, over the far rims', { exact: true }).fill('260 mm');
  await expect(page.getByText('Contradiction')).toBeVisible();
  await kept(page);
  await page.reload();
  await step(page, 'Pulleys');
  await expect(page.getByLabel('Outside diameter', { exact: true }).nth(0)).toHaveValue('96 mm');
  await expect(page.getByLabel('Outside diameter', { exact: true }).nth(1)).toHaveValue('8 1/8');
  await step(page, 'Distances');
  await expect(centres).toHaveValue('10 1/2');
});

test('queues entries without the network and sends them when it returns', async ({ page, context }) => {
  const url = await twoSheaves(page);
  await context.setOffline(true);
  await fill(page, 'Outside diameter', '97 mm', 0);
  await expect(page.getByText('saved on this device, not sent')).toBeVisible();
  await context.setOffline(false);
  await kept(page);
  await page.reload();
  await expect(page.getByLabel('Outside diameter', { exact: true }).nth(0)).toHaveValue('97 mm');
  // Closed while offline: the entry comes back with the page.
  await context.setOffline(true);
  await fill(page, 'Outside diameter', '98 mm', 0);
  await expect(page.getByText('saved on this device, not sent')).toBeVisible();
  await page.close({ runBeforeUnload: false });
  await context.setOffline(false);
  const again = await context.newPage();
  await again.goto(url);
  await expect(again.getByLabel('Outside diameter', { exact: true }).nth(0)).toHaveValue('98 mm');
  await kept(again);
});

test('measures a drive from its machine and returns to it; Back opens the earlier step; a pulley without a belt is not routed', async ({
  page,
}) => {
  await page.goto('/machines');
  await page.getByRole('link', { name: /Airstrip mower/ }).click();
  await page.getByRole('link', { name: /^Measure / }).click();
  await expect(page.getByRole('heading', { name: 'Measure a drive of Airstrip mower' })).toBeVisible();
  await page.getByRole('button', { name: /^Mower deck/ }).click();
  await expect(page).toHaveURL(/measure\/\d+/);
  const steps = page.getByRole('navigation', { name: 'Steps' });
  await expect(steps.getByRole('button', { name: /^Route/ })).toContainText('all');
  await page.getByRole('button', { name: 'Add a pulley' }).click();
  await expect(steps.getByRole('button', { name: /^Route/ })).toContainText('3 of 4');
  await step(page, 'Route');
  await step(page, 'Springs');
  await page.goBack();
  await expect(steps.locator('[aria-current=step]')).toContainText('Route');
  await page.goForward();
  await expect(steps.locator('[aria-current=step]')).toContainText('Springs');
  await page.reload();
  await expect(steps.locator('[aria-current=step]')).toContainText('Springs');
  // Text as large as a person has set it in the browser.
  const name = page.getByRole('heading', { name: /^Airstrip mower/ });
  const size = () => steps.getByText('3 of 4').evaluate((e) => parseFloat(getComputedStyle(e).fontSize));
  const before = await size();
  await page.evaluate(() => (document.documentElement.style.fontSize = '125%'));
  expect((await size()) / before).toBeCloseTo(1.25, 3);
  await kept(page);
  await expect(name).toBeVisible();
  await page.getByRole('link', { name: 'Airstrip mower', exact: true }).click();
  await page
    .getByRole('link', { name: /being measured, 0 of/ })
    .first()
    .click();
  await expect(steps).toBeVisible();
});

test('merges the entries of two people, and asks about a field that both changed', async ({ browser }) => {
  const [one, other] = [await browser.newContext(as('technician')), await browser.newContext(as('owner'))];
  const mine = await one.newPage();
  const url = await twoSheaves(mine);
  await fill(mine, 'Outside diameter', '99 mm', 0);
  await kept(mine);
  const theirs = await other.newPage();
  await theirs.goto(url);
  await expect(theirs.getByLabel('Outside diameter', { exact: true }).nth(0)).toHaveValue('99 mm');
  await fill(theirs, 'Outside diameter', '210 mm', 1);
  await kept(theirs);
  const diameter = (at: Page, nth: number) => at.getByLabel('Outside diameter', { exact: true }).nth(nth);
  await fill(mine, 'Outside diameter', '100 mm', 0);
  await expect(mine.getByText('Ines Tarrow also made entries here')).toBeVisible();
  await expect(diameter(mine, 1)).toHaveValue('210 mm');
  await kept(mine);
  // Back past one's own entry, the other's stays.
  await mine.getByRole('button', { name: 'Undo' }).click();
  await expect(diameter(mine, 0)).toHaveValue('');
  await expect(diameter(mine, 1)).toHaveValue('210 mm');
  await kept(mine);
  // Theirs still shows the page as it was: the same field changed on both is asked about.
  await fill(theirs, 'Outside diameter', '215 mm', 1);
  await kept(theirs);
  await fill(mine, 'Outside diameter', '205 mm', 1);
  const dialog = mine.getByRole('dialog', { name: /Another user changed/ });
  await expect(dialog).toContainText('Ines Tarrow');
  await dialog.getByRole('button', { name: 'Use their version' }).click();
  await expect(diameter(mine, 1)).toHaveValue('215 mm');
  await mine.getByRole('button', { name: 'Undo' }).click();
  await expect(diameter(mine, 1)).toHaveValue('205 mm');
  await one.close();
  await other.close();
});

test('sets positions and sizes from a photo: scale, circles, keyboard, and invalid files', async ({ page }) => {
  await twoSheaves(page);
  await step(page, 'Photo');
  const file = page.getByLabel('Photo file', { exact: true });
  await file.setInputFiles({ name: 'deck.png', mimeType: 'image/png', buffer: Buffer.from('not a picture at all') });
  await expect(page.getByText(/not a picture that can be read/)).toBeVisible();
  await file.setInputFiles({ name: 'deck.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(21 * 1024 * 1024) });
  await expect(page.getByText(/larger than 20 MB/)).toBeVisible();
  const straight = await page.request.post(`/api/photos?notebook=${/\/(\d+)(?:\?|$)/.exec(page.url())![1]}`, {
    data: Buffer.alloc(21 * 1024 * 1024),
  });
  expect([straight.status(), (await straight.json()).problem]).toEqual([413, expect.stringContaining('20 MB')]);

  await file.setInputFiles('demo/notebooks/chapel-green-1.jpg');
  const board = page.getByRole('group', { name: /^Photo of the drive/ });
  await choose(page, 'Scale by', 'Two points, camera held square');
  // A closing menu takes the first click.
  await expect(page.locator('.MuiPopover-root')).toHaveCount(0);
  await expect(page.getByText('Tap end 1 of the known length.')).toBeVisible();
  await board.evaluate((e) => e.scrollIntoView({ block: 'center' }));
  const box = (await board.boundingBox())!;
  // The photo is 1600 × 1200 and shown whole.
  const k = Math.min(box.width / 1600, box.height / 1200);
  const at = (x: number, y: number) => [box.x + box.width / 2 + (x - 800) * k, box.y + box.height / 2 + (y - 600) * k] as const;
  const tap = (x: number, y: number) => page.mouse.click(...at(x, y));
  await tap(300, 300);
  await tap(300, 900);
  // Nothing is marked before the scale is known.
  await expect(page.getByText(/^Enter the distance of the two points/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Primary sheave', exact: true })).toBeDisabled();
  await fill(page, 'Between the two points', '300 mm');
  await expect(page.getByText('Tap the middle of the primary sheave.')).toBeVisible();
  await tap(700, 200);
  await tap(700, 760);
  await expect(page.getByText(/^Drag the secondary sheave/)).toBeVisible();
  await expect(page.getByText(/Primary sheave: .* across on the photo/)).toBeVisible();
  // The rim is dragged out to 100 px: a diameter of 100 mm at 2 px a mm.
  const rim = page.getByRole('button', { name: /^Rim of Primary sheave/ });
  await expect(page.getByRole('status', { name: 'Rim' })).toHaveText(/rim was found/);
  const middleOf = async (mark: Locator) => {
    const { x, y, width, height } = (await mark.boundingBox())!;
    return [x + width / 2, y + height / 2] as const;
  };
  const [mx, my] = await middleOf(page.getByRole('button', { name: /^Middle of Primary sheave/ }));
  await page.mouse.move(...(await middleOf(rim)));
  await page.mouse.down();
  // The rim that was found can be almost there: a small movement is a tap.
  await page.mouse.move(mx + 150 * k, my, { steps: 4 });
  await page.mouse.move(mx + 100 * k, my, { steps: 4 });
  await page.mouse.up();
  await rim.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowLeft');
  await page.getByRole('listitem').filter({ hasText: 'Primary sheave' }).getByRole('button', { name: 'Take it' }).click();
  await step(page, 'Pulleys');
  const diameter = async (i: number) => {
    const typed = await page.getByLabel('Outside diameter', { exact: true }).nth(i).inputValue();
    return Number(/[\d.]+/.exec(typed)![0]) * (typed.includes('in') ? 25.4 : 1);
  };
  expect(Math.abs((await diameter(0)) - 100)).toBeLessThan(3);
  await kept(page);
  await page.reload();
  await step(page, 'Photo');
  await expect(page.getByRole('button', { name: /^Rim of Primary sheave/ })).toBeVisible();
  await page.getByRole('button', { name: 'Remove this photo' }).click();
  await expect(page.getByText('No photo yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Rim of Primary sheave/ })).toBeVisible();
});

test('a route is tapped on the drawing, put in order by keyboard, and doubted where it cannot be right', async ({ page }) => {
  await page.goto('/drives/measure');
  await page.getByRole('button', { name: /^Mower deck/ }).click();
  await step(page, 'Route');
  for (const name of ['Blade spindle', 'Engagement idler', 'Engine pulley'])
    await page.getByRole('button', { name: `Take ${name} off the route` }).click();
  await expect(page.getByRole('region', { name: 'Next step' })).toContainText(/Measure across|Enter the belt route/);
  const onPlate = (name: string) => page.getByRole('button', { name: new RegExp(`^\\d ${name}$`) });
  await onPlate('Engine pulley').click();
  await onPlate('Blade spindle').focus();
  await page.keyboard.press('Enter');
  await onPlate('Engagement idler').click();
  await expect(page.getByText('The belt can run this way.')).toBeVisible();
  // Lifted, one up, put down.
  await page.getByRole('button', { name: 'Move Engagement idler' }).focus();
  await page.keyboard.press('Space');
  // Announced when the places are measured; an arrow key before that moves nothing.
  await expect(page.getByText('Engagement idler at its own place.')).toBeAttached();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText('Engagement idler at the place of Blade spindle.')).toBeAttached();
  await page.keyboard.press('Space');
  await expect(page.getByRole('listitem').filter({ hasText: 'Engagement idler' }).locator('xpath=following-sibling::li[1]')).toContainText(
    'Blade spindle',
  );
  await step(page, 'Pulleys');
  await choose(page, 'Seen from above', 'Counter-clockwise');
  await step(page, 'Route');
  await expect(page.getByText(/engagement idler sits on the tight side/)).toBeVisible();
  await step(page, 'Pulleys');
  await choose(page, 'Seen from above', 'Clockwise');
  await step(page, 'Route');
  await expect(page.getByText('The belt can run this way.')).toBeVisible();
  await page.getByRole('button', { name: /^Engagement idler: back touches/ }).click();
  await expect(page.getByText(/V side runs on the engagement idler, which is flat/)).toBeVisible();
});

test('the routing card is made as PDF, PNG and SVG', async ({ page }, info) => {
  await page.goto('/drives');
  await page.getByRole('link', { name: /Airstrip mower/ }).click();
  await expect(page.getByText(/release and grip/).first()).toBeVisible();
  const save = async (item: string) => {
    await page.getByRole('button', { name: 'Save the drawing or the routing card' }).click();
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: item }).click()]);
    const file = info.outputPath(download.suggestedFilename());
    await download.saveAs(file);
    return readFileSync(file);
  };
  const svg = (await save('Routing card, SVG')).toString();
  expect(svg).toContain('Belt routing, seen from above');
  expect(svg).toMatch(/Deck belt[^<]*: 1 /);
  expect(svg).not.toContain('var(--');
  const png = await save('Routing card, PNG');
  expect([png.subarray(1, 4).toString(), png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual(['PNG', 2520, 1776]);
  const pdf = await save('Routing card, PDF');
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  expect(pdf.length).toBeGreaterThan(4000);
});

test.describe('a viewer', () => {
  test.use(as('viewer'));
  test('sees a notebook and changes nothing', async ({ page }) => {
    await page.goto('/drives/measure');
    await expect(page.getByRole('button', { name: /^Mower deck/ })).toBeDisabled();
    await page.getByRole('link', { name: /Chapel green mower/ }).click();
    await expect(page.getByText(/Contradiction|Ready to be made/)).toBeVisible();
    await expect(page.getByRole('textbox', { name: /^Reading, / }).first()).toBeDisabled();
    await expect(page.getByRole('button', { name: 'Exclude' })).toBeHidden();
    const refused = await page.request.post('/api/photos?notebook=1', { data: readFileSync('demo/notebooks/chapel-green-1.jpg') });
    expect(refused.status()).toBe(403);
  });
});
