/**
 * Walks four jobs of the demo shop at two sizes, and prints for each stage: its height in screens as it opens, taps and keys, the share of the
 * screen that bars take, and the time to the first drawing and to the first advice. Run it on an idle machine, against an application that was started
 * with demo data: BASE_URL=http://127.0.0.1:3000 npm run reach
 */
import { chromium, type Locator, type Page } from '@playwright/test';
import { launchOptions } from '../e2e/launch';
import { DEMO_ACCOUNTS } from './demo-accounts';

const BASE = process.env['BASE_URL'] ?? 'http://127.0.0.1:3000';
const SIZES = [
  { name: 'phone', width: 390, height: 844 },
  { name: 'desk', width: 1280, height: 800 },
] as const;
const STAGES = ['Intake', 'Make safe', 'Inspect', 'Match', 'Fit', 'Adjust', 'Test', 'Close'] as const;
type StageName = (typeof STAGES)[number];

interface Walk {
  readonly name: string;
  readonly machine: string;
  readonly complaint: RegExp;
  readonly procedure: RegExp;
}
const WALKS: readonly Walk[] = [
  { name: 'cable adjustment', machine: 'Orchard rider', complaint: /^Slow to engage/, procedure: /Engagement cable/ },
  { name: 'deck belt', machine: 'Tower green mower', complaint: /^Throws the belt/, procedure: /Deck belt, deck on/ },
  { name: 'twin rods, squared', machine: 'Slipway wood hog', complaint: /^Squeals|^Slips|^Smokes/, procedure: /twin tension rods/ },
  { name: 'CVT yearly check', machine: 'Hill track utility', complaint: /^Jerks|^Slips|^Weak/, procedure: /CVT belt/ },
];

interface Tally {
  taps: number;
  keys: number;
}
interface Row extends Tally {
  screens: number;
  bars: number;
}

/** Counts what a hand does. */
class Hand {
  readonly by = new Map<StageName, Tally>();
  stage: StageName = 'Intake';
  private of(): Tally {
    const tally = this.by.get(this.stage) ?? { taps: 0, keys: 0 };
    this.by.set(this.stage, tally);
    return tally;
  }
  async tap(at: Locator): Promise<void> {
    await at.click({ timeout: 10_000 });
    this.of().taps++;
  }
  async type(at: Locator, text: string): Promise<void> {
    await this.tap(at);
    await at.fill(text);
    this.of().keys += text.length;
  }
}

const now = (page: Page) => page.getByRole('region', { name: 'Now', exact: true });
const shown = async (at: Locator): Promise<boolean> => (await at.count()) > 0 && (await at.first().isVisible());

/** Height of the work of a stage in screens, and the share of the screen that bars take, as it opens. */
async function measure(page: Page, height: number): Promise<Pick<Row, 'screens' | 'bars'>> {
  await page.waitForTimeout(500);
  return page.evaluate((screen) => {
    const bars = [...document.querySelectorAll<HTMLElement>('header, nav, main > div > div:first-child')]
      .filter((e) => e.offsetParent !== null || getComputedStyle(e).position === 'fixed')
      .map((e) => e.getBoundingClientRect())
      // Beside the work a bar takes no height from it.
      .filter((r) => r.width > window.innerWidth / 2 && r.height < screen / 3 && r.height > 0);
    const work = document.querySelector('main')!.scrollHeight;
    return { screens: work / screen, bars: bars.reduce((sum, r) => sum + r.height, 0) / screen };
  }, height);
}

/** Does the act that comes now. False where there is nothing it knows to do. */
async function act(page: Page, hand: Hand, walk: Walk): Promise<boolean> {
  const card = now(page);
  const button = (name: string | RegExp) => card.getByRole('button', { name });
  const running = page.getByRole('button', { name: 'Stopped, lead off, PTO off', exact: true });
  const boxes = card.getByRole('group', { name: /^Made safe$|^Before it runs$/ }).getByRole('checkbox');
  if (await shown(button('Save complaint'))) {
    const chip = button(walk.complaint).first();
    if (!(await shown(chip)) && (await shown(button(/more complaints$/)))) await hand.tap(button(/more complaints$/));
    if (await shown(button(walk.complaint).first())) await hand.tap(button(walk.complaint).first());
    await hand.tap(button('Save complaint'));
  } else if (await shown(button('Confirm all lines again'))) await hand.tap(button('Confirm all lines again'));
  else if (await shown(boxes)) {
    for (const box of await boxes.all()) await hand.tap(box);
    await hand.tap(button(/^Confirmed: it may run$|^It is made safe$/));
  } else if (await shown(card.getByRole('region', { name: 'Engagement time' }))) {
    for (const start of ['Start timing (lever moved)', 'Start timing (lever released)']) {
      if (!(await shown(button(start)))) continue;
      await hand.tap(button(start));
      await page.waitForTimeout(600);
      await hand.tap(button(/^Stop timing/));
      await page.waitForTimeout(400);
    }
    if (await shown(running)) await hand.tap(running.first());
  } else if (await shown(running)) await hand.tap(running.first());
  else if (await shown(button(/^Work by: /))) {
    if (!(await shown(button(walk.procedure)))) await hand.tap(button('All procedures'));
    await hand.tap(button(walk.procedure).first());
  } else if (await shown(button(/^Moved to /))) await hand.tap(button(/^Moved to /));
  else if (await shown(button('Save this width'))) return false;
  else if (await shown(button(/^Take a reading/))) {
    if (!(await shown(card.getByLabel(/^Note of the tap/)))) await hand.tap(button(/^Take a reading/));
    await hand.type(card.getByLabel(/^Note of the tap/), '54');
    await hand.tap(button('Keep this reading'));
  } else if (await shown(button('Engage and release cycle'))) {
    await hand.tap(button('All 5 done'));
    for (const answer of ['Stays on', 'Gone', 'Slack', 'Seen on', 'In good order']) {
      const radio = card.getByRole('radio', { name: answer, exact: true });
      if (await shown(radio)) await hand.tap(radio.first());
    }
    await hand.tap(button('Save test result'));
  } else if (await shown(card.getByLabel('Closing line for the customer'))) {
    await hand.type(card.getByLabel('Closing line for the customer'), 'Done.');
    const why = card.getByLabel(/^Reason for returning/);
    if (await shown(why)) await hand.type(why, 'Walk.');
    await hand.tap(button(/^Close job/));
    return false;
  } else if (await shown(button(/^They are off$|^It is off$/))) await hand.tap(button(/^They are off$|^It is off$/));
  else if (await shown(button(/^I confirm it$|^Done$/))) await hand.tap(button(/^I confirm it$|^Done$/).first());
  else if (await shown(card.getByRole('radio'))) await hand.tap(card.getByRole('radio').first());
  else if (await shown(button(/^All parts refitted$|^Refitted/))) await hand.tap(button(/^All parts refitted$|^Refitted/).first());
  else return false;
  return true;
}

async function walkJob(page: Page, walk: Walk, height: number): Promise<Map<StageName, Row>> {
  const hand = new Hand();
  await page.goto(`${BASE}/jobs/new`);
  await page.getByRole('combobox', { name: 'Machine' }).fill(walk.machine);
  await page
    .getByRole('option', { name: new RegExp(`^${walk.machine}`) })
    .first()
    .click();
  await page.getByLabel('What is wrong, in a few words').fill(`Reach: ${walk.name}`);
  await page.getByRole('button', { name: 'Open the job' }).click();
  await now(page).waitFor();
  const rows = new Map<StageName, Row>();
  const stageShown = async (): Promise<StageName> => {
    const label = await page.getByRole('navigation', { name: 'Stages' }).locator('[aria-current=step]').getAttribute('aria-label');
    return STAGES.find((s) => label?.startsWith(s)) ?? 'Intake';
  };
  for (let acts = 0; acts < 160; acts++) {
    hand.stage = await stageShown();
    if (!rows.has(hand.stage)) rows.set(hand.stage, { ...(await measure(page, height)), taps: 0, keys: 0 });
    const before = await page.locator('main').innerText();
    const go = page.getByRole('button', { name: /^Continue with / });
    if (await shown(go)) await hand.tap(go.first());
    else if (!(await act(page, hand, walk))) {
      if (await shown(page.getByText(/is closed\.$/))) break;
      const skip = now(page).getByRole('button', { name: /^Skip this step…$|^Skip …$/ });
      if (!(await shown(skip))) break;
      await hand.tap(skip.first());
      await hand.type(now(page).getByLabel(/^Reason for skipping|^Why is it skipped/), 'Walk.');
      await hand.tap(now(page).getByRole('button', { name: /^Skip$|^Skip it$/ }));
    }
    await page
      .waitForFunction((was) => document.querySelector('main')?.innerText !== was, before, { timeout: 6_000 })
      .catch(() => undefined);
    await page.waitForTimeout(150);
  }
  for (const [stage, tally] of hand.by) rows.set(stage, { ...(rows.get(stage) ?? { screens: 0, bars: 0 }), ...tally });
  return rows;
}

/** From the request of a job at Match to its drawing, and of one at Adjust to its advice, s. */
async function firstSeen(page: Page): Promise<{ drawing: number; advice: number }> {
  const time = async (path: string, seen: Locator) => {
    const from = performance.now();
    await page.goto(`${BASE}${path}`);
    await seen.first().waitFor();
    return (performance.now() - from) / 1000;
  };
  await page.goto(BASE);
  await page
    .getByRole('link', { name: /Blade belt slips/ })
    .first()
    .waitFor();
  // The first visit fetches the application; from then on it is on the device.
  const path = new URL(
    (await page
      .getByRole('link', { name: /Blade belt slips/ })
      .first()
      .getAttribute('href'))!,
    BASE,
  ).pathname;
  await time(`${path}?stage=match`, page.getByText(/release and grip/));
  const drawing = await time(`${path}?stage=match`, page.locator('main svg[role=img], main [role=img] svg'));
  const advice = await time(`${path}?stage=match`, page.getByText(/release and grip/));
  return { drawing, advice };
}

async function main(): Promise<void> {
  const browser = await chromium.launch(launchOptions);
  const owner = DEMO_ACCOUNTS[0]!;
  for (const size of SIZES) {
    const context = await browser.newContext({ viewport: { width: size.width, height: size.height } });
    const page = await context.newPage();
    await page.goto(`${BASE}/sign-in`);
    await page.getByLabel('E-mail address').fill(owner.email);
    await page.getByLabel('Password').fill(owner.password);
    await page.getByLabel('Password').press('Enter');
    await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
    const seen = await firstSeen(page);
    console.log(
      `\n${size.name}, ${size.width} × ${size.height}: first drawing ${seen.drawing.toFixed(2)} s, first advice ${seen.advice.toFixed(2)} s`,
    );
    for (const walk of WALKS) {
      const rows = await walkJob(page, walk, size.height);
      const taps = [...rows.values()].reduce((sum, r) => sum + r.taps, 0);
      const keys = [...rows.values()].reduce((sum, r) => sum + r.keys, 0);
      console.log(`\n${walk.name}: ${taps} taps, ${keys} keys`);
      console.log('stage        screens  bars  taps  keys');
      for (const stage of STAGES) {
        const row = rows.get(stage);
        if (row)
          console.log(
            `${stage.padEnd(12)} ${row.screens.toFixed(1).padStart(7)} ${`${Math.round(100 * row.bars)}%`.padStart(5)} ${String(row.taps).padStart(5)} ${String(row.keys).padStart(5)}`,
          );
      }
    }
    await context.close();
  }
  await browser.close();
}

void main();
