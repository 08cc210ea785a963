import { readFileSync } from 'node:fs';
import { expect, test, type Page } from './test';
import { as } from './people';

test.use(as('technician'));

type Spot = { x: number; y: number };
interface RiderFile {
  pulleys: (Spot & { id: string; outsideDiameter: number })[];
  tensioners: { pivot: Spot; min: number; max: number }[];
  springs: { freeLength: number; rate: number; initialTension: number; from: Spot & { leverTravel?: { dx: number; dy: number } }; to: Spot }[];
  brakes: { appliesAt: number }[];
  keepers: Spot[];
}
const rider = JSON.parse(readFileSync('demo/drives/orchard-rider.drive.json', 'utf8')) as RiderFile;
const [engine, spindle, idler] = rider.pulleys as [RiderFile['pulleys'][0], RiderFile['pulleys'][0], RiderFile['pulleys'][0]];
const [engage, back] = rider.springs as [RiderFile['springs'][0], RiderFile['springs'][0]];
const { pivot, min, max } = rider.tensioners[0]!;

/** Where everything stands on the machine: what a tape would be held to. */
const PLACES: Record<string, Spot> = {
  'engine pulley': engine, 'blade spindle': spindle, 'engagement idler': idler, 'pivot of the idler arm': pivot,
  'anchor of the engagement spring': engage.from, 'arm end of the engagement spring': engage.to, 'anchor of the return spring': back.from, 'arm end of the return spring': back.to,
  'lever end of the engagement spring, pulled': { x: engage.from.x + engage.from.leverTravel!.dx, y: engage.from.y + engage.from.leverTravel!.dy },
};
const place = (name: string): Spot => {
  const spot = PLACES[name.toLowerCase()];
  if (!spot) throw new Error(`nobody measures to “${name}”`);
  return spot;
};
const apart = (a: Spot, b: Spot) => Math.hypot(a.x - b.x, a.y - b.y);
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
const step = (page: Page, name: string) => page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name: new RegExp(`^${name}`) }).click();
const kept = (page: Page) => expect(page.getByText('every entry is kept')).toBeVisible();

/** Enters every distance that is asked for, as a tape without error reads it. */
async function tapeAll(page: Page) {
  const titles = await page.getByRole('textbox', { name: /^Reading, / }).evaluateAll((fields) => fields.map((f) => f.getAttribute('aria-label')!));
  for (const title of titles) {
    const [, from, to, over] = /^Reading, (.+?) to (.+?)(, over the far rims)?$/.exec(title)!;
    const rims = over ? (engine.outsideDiameter + (to === 'blade spindle' ? spindle : idler).outsideDiameter) / 2 : 0;
    await page.getByLabel(title, { exact: true }).fill(`${(apart(place(from!), place(to!)) + rims).toFixed(2)} mm`);
  }
}

/** Answers left or right, as one who stands there sees it, until nothing is asked any more. */
async function answerSides(page: Page) {
  const panel = page.getByRole('region', { name: 'What to do next' });
  for (let asked = 0; asked < 12; asked++) {
    await kept(page);
    const question = panel.getByText(/^Seen from above, is/);
    if (!(await question.isVisible())) return;
    const text = (await question.textContent())!;
    const [, of, from, to] = /^Seen from above, is the (.+) left or right of the line from the (.+) to the (.+)\?$/.exec(text)!;
    const [p, a, b] = [place(of!), place(from!), place(to!)];
    const left = (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) > 0;
    await panel.getByRole('button', { name: left ? 'Left' : 'Right', exact: true }).click();
    await expect(panel.getByText(text)).toBeHidden();
  }
}

/** Every belt of the shelf with its verdict, as the page lists them. */
async function verdicts(page: Page): Promise<string[]> {
  await expect(page.getByRole('heading', { name: 'Will it run?' })).toBeVisible();
  await page.getByRole('button', { name: /more that won’t seat/ }).click();
  const rows = await page.getByRole('row').filter({ has: page.getByRole('button') }).allTextContents();
  return rows.map((r) => `${/^\S+/.exec(r)![0].slice(0, 5)} ${/Runs, no margin|Runs|Won’t let go|Won’t grip|Won’t seat/.exec(r)![0]}`).sort();
}

test('the orchard rider is built from distances alone and gives the verdicts of its file', async ({ page }) => {
  await page.goto('/drives/measure');
  await page.getByRole('button', { name: /^Mower deck/ }).click();
  await expect(page).toHaveURL(/measure\/\d+/);
  for (const [i, p] of [engine, spindle, idler].entries()) await fill(page, 'Outside diameter', `${p.outsideDiameter} mm`, i);
  await fill(page, 'Turns at', '3200 rpm');
  await fill(page, 'Power it takes, if known', '4 kW');
  await step(page, 'Distances');
  await tapeAll(page);
  await answerSides(page);

  await step(page, 'Arm ends');
  await choose(page, 'Stood, for the distances', 'Somewhere between');
  for (const [words, q] of [['fully released', max], ['as far as it goes engaged', min], ['where the brake just lands', rider.brakes[0]!.appliesAt]] as const) {
    for (const [name, spot] of [['engine pulley', engine], ['blade spindle', spindle]] as const) await fill(page, `Reading, ${words}: engagement idler to ${name}`, `${apart(armAt(q), spot).toFixed(2)} mm`);
  }
  await step(page, 'Springs');
  for (const [i, spring] of [engage, back].entries()) {
    await fill(page, 'Free length', `${spring.freeLength} mm`, i);
    await choose(page, 'Rate from', 'The rate is known', i);
    await fill(page, 'Rate', `${spring.rate} N/mm`, i);
    await fill(page, 'First tension', `${spring.initialTension} N`, i);
  }
  await step(page, 'Belt now on');
  await choose(page, 'Length known by', 'A tape wrapped round it');
  await fill(page, 'Length along the outside', '48 in');
  await step(page, 'The drive');
  await fill(page, 'Name of the drive', 'Rider from tape alone');
  await expect(page.getByText(/Still to do for the drive/)).toBeHidden();
  await kept(page);
  await page.getByRole('button', { name: 'Make this drive' }).click();
  await expect(page.getByRole('heading', { name: 'Rider from tape alone' })).toBeVisible();
  await expect(page.getByText(/lets go and grips between .* ± .* and .* ±/)).toBeVisible();
  const measured = await verdicts(page);

  await page.goto('/drives');
  await page.getByRole('link', { name: /^Orchard rider, 760/ }).click();
  expect(measured).toEqual(await verdicts(page));
  expect(measured.filter((v) => v.includes('Runs')).length).toBeGreaterThan(0);
});
