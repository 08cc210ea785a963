/**
 * Walks four jobs of the demo shop at two sizes. For each stage it prints its height in screens, taps and keys, and the
 * share of bars. It also prints the time to the first drawing and to the first advice. Run it on an idle machine,
 * against a server with demo data: BASE_URL=http://127.0.0.1:3000 npm run reach Arguments select walks and sizes by
 * name. REACH_TAPS=1 prints every tap.
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
  /** Words that the job is opened with. */
  readonly fault: string;
  readonly complaint: RegExp;
  readonly procedure: RegExp;
  /** Results that are found bad on this walk; every other check is good. */
  readonly finds: RegExp;
  /** True if the fault was found on this walk. */
  found?: boolean;
  /** True if the tension as found was read. */
  isSet?: boolean;
}
const WALKS: readonly Walk[] = [
  {
    name: 'cable adjustment',
    machine: 'Orchard rider',
    fault: 'Slow to engage',
    complaint: /^Slow to engage/,
    procedure: /Engagement cable/,
    finds: /^Does not stretch$/,
  },
  {
    name: 'deck belt',
    machine: 'Tower green mower',
    fault: 'Throws the belt when released',
    complaint: /^Throws the belt/,
    procedure: /Deck belt, deck on/,
    finds: /^Leans$/,
  },
  {
    name: 'twin rods, squared',
    machine: 'Slipway wood hog',
    fault: 'Squeals under load',
    complaint: /^Squeals|^Slips|^Smokes/,
    procedure: /twin tension rods/,
    finds: /^Out of line/,
  },
  {
    name: 'CVT yearly check',
    machine: 'Hill track utility',
    fault: 'Yearly check, jerks at low speed',
    complaint: /^Jerks|^Slips|^Weak/,
    procedure: /CVT belt/,
    finds: /^Ridged, grooved/,
  },
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
  /** Title of the line that is worked. */
  line = '';
  private of(): Tally {
    const tally = this.by.get(this.stage) ?? { taps: 0, keys: 0 };
    this.by.set(this.stage, tally);
    return tally;
  }
  async tap(at: Locator): Promise<void> {
    if (process.env['REACH_TAPS'])
      console.log(`  ${this.stage}, ${this.line}: ${(await at.innerText().catch(() => '')).slice(0, 60).replaceAll('\n', ' ')}`);
    await at.click({ timeout: 10_000 });
    this.of().taps++;
  }
  async type(at: Locator, text: string): Promise<void> {
    await this.tap(at);
    await at.fill(text);
    this.of().keys += text.length;
  }
}

const STOPPED = 'Stopped, lead off, PTO off';
const now = (page: Page) => page.getByRole('region', { name: 'Now', exact: true });
const shown = async (at: Locator): Promise<boolean> => (await at.count()) > 0 && (await at.first().isVisible());

/** Height of a stage in screens and share of the screen that bars take, when it opens. */
async function measure(page: Page, height: number): Promise<Pick<Row, 'screens' | 'bars'>> {
  await page.waitForTimeout(500);
  return page.evaluate((screen) => {
    const bars = [...document.querySelectorAll<HTMLElement>('header, nav, main > div > div:first-child')]
      .filter((e) => e.offsetParent !== null || getComputedStyle(e).position === 'fixed')
      .map((e) => e.getBoundingClientRect())
      // A bar at the side takes no height.
      .filter((r) => r.width > window.innerWidth / 2 && r.height < screen / 3 && r.height > 0);
    const work = document.querySelector('main')!.scrollHeight;
    return { screens: work / screen, bars: bars.reduce((sum, r) => sum + r.height, 0) / screen };
  }, height);
}

/** Control of the current line: the first visible button, form or choice. */
interface Way {
  readonly at: (card: Locator, page: Page, walk: Walk) => Locator;
  /** False where nothing more comes of it. */
  readonly work: (at: Locator, hand: Hand, card: Locator, walk: Walk) => Promise<boolean | void>;
}
const button = (name: string | RegExp) => (card: Locator) => card.getByRole('button', { name });
const form = (name: string) => (card: Locator) => card.getByRole('form', { name });
const tapIt = (at: Locator, hand: Hand) => hand.tap(at.first());
const LIST = /^Made safe$|^Before it runs$/;

/** Ways to work what can come, the ones that end it first. */
const WAYS: readonly Way[] = [
  {
    at: button('Save complaint'),
    work: async (at, hand, card, { complaint }) => {
      const more = card.getByRole('button', { name: /more complaints$/ });
      const chip = card.getByRole('button', { name: complaint });
      if (!(await shown(chip)) && (await shown(more))) await hand.tap(more);
      if ((await shown(chip)) && (await chip.first().getAttribute('aria-pressed')) !== 'true') await hand.tap(chip.first());
      await hand.tap(at);
    },
  },
  { at: button('Confirm all lines again'), work: tapIt },
  {
    at: (card) => card.getByRole('group', { name: LIST }),
    work: async (at, hand, card) => {
      for (const group of await at.getByRole('region').all()) {
        const all = group.getByRole('button', { name: /^Confirm all/ });
        if (await shown(all)) await hand.tap(all);
        else await hand.tap(group.getByRole('checkbox'));
      }
      // The last group writes the list, where it has a button of its own.
      await card.page().waitForTimeout(300);
      const write = card.getByRole('button', { name: /^Confirmed: it may run$|^It is made safe$/ });
      if (await shown(write)) await hand.tap(write);
    },
  },
  {
    at: (card) => card.getByRole('region', { name: 'Engagement time' }),
    work: async (_, hand, card) => {
      for (const start of ['Start timing (lever moved)', 'Start timing (lever released)']) {
        const from = card.getByRole('button', { name: start });
        if (!(await shown(from))) continue;
        await hand.tap(from);
        // Slow as found, prompt once it is set.
        await card.page().waitForTimeout(hand.stage === 'Intake' && start.includes('moved') ? 2_300 : 600);
        await hand.tap(card.getByRole('button', { name: /^Stop timing/ }));
        await card.page().waitForTimeout(400);
      }
      const stopped = card.page().getByRole('button', { name: STOPPED, exact: true });
      if (await shown(stopped)) await hand.tap(stopped.first());
    },
  },
  { at: (_, page) => page.getByRole('button', { name: STOPPED, exact: true }), work: tapIt },
  {
    at: button(/^Use procedure: /),
    work: async (_, hand, card, { procedure }) => {
      const own = card.getByRole('button', { name: procedure });
      if (!(await shown(own))) await hand.tap(card.getByRole('button', { name: 'All procedures' }));
      await hand.tap(own.first());
    },
  },
  { at: button(/^Moved to |^Leave as is$| turned by \d+ flats?$/), work: tapIt },
  {
    at: form('A width'),
    work: async (at, hand) => {
      for (const rib of await at.getByLabel(/^(Rib|Reading) \d$/).all()) await hand.type(rib, '29.8 mm');
      const meter = at.getByLabel('The meter shows', { exact: true });
      if ((await meter.inputValue()) === '') await hand.type(meter, '2400');
      await hand.tap(at.getByRole('button', { name: 'Save width' }));
    },
  },
  {
    at: form('Alignment'),
    work: async (at, hand) => {
      // Out of line as found, true once it is set.
      const gaps = hand.stage === 'Inspect' ? ['0', '3 mm'] : ['0', '0'];
      for (const [i, gap] of gaps.entries()) await hand.type(at.getByRole('textbox').nth(i), gap);
      await hand.tap(at.getByRole('button', { name: 'Save alignment' }));
    },
  },
  {
    at: (card) => card.getByLabel(/^Tap frequency/).filter({ visible: true }),
    work: async (note, hand, card, walk) => {
      // Slack as found, on the target once it is set.
      await hand.type(note, walk.isSet ? '54' : '46');
      walk.isSet = true;
      await hand.tap(card.getByRole('button', { name: 'Save reading' }));
    },
  },
  {
    at: button('Save test result'),
    work: async (at, hand, card) => {
      await hand.tap(card.getByRole('button', { name: 'All 5 done, no fault seen' }));
      for (const answer of ['Stays on', 'Fixed', 'Slack', 'Seen on', 'In good order']) {
        const radio = card.getByRole('radio', { name: answer, exact: true });
        if ((await shown(radio)) && (await radio.first().getAttribute('aria-checked')) !== 'true') await hand.tap(radio.first());
      }
      await hand.tap(at);
    },
  },
  {
    at: (card) => card.getByLabel('Closing line for the customer'),
    work: async (at, hand, card) => {
      if ((await at.inputValue()) === '') await hand.type(at, 'Done.');
      const why = card.getByLabel(/^Reason for returning/);
      if (await shown(why)) await hand.type(why, 'Walk.');
      await hand.tap(card.getByRole('button', { name: /^Close job/ }));
      return false;
    },
  },
  // With the fault found, checks that are not required are passed over.
  {
    at: (card, _, { found }) => (found ? card.getByRole('button', { name: 'Continue without this check' }) : card.getByText(/(?!)/)),
    work: tapIt,
  },
  { at: button(/^They are off$|^It is off$/), work: tapIt },
  {
    at: (card, _, { finds, found }) => (found ? card.getByText(/(?!)/) : card.getByRole('radio', { name: finds })),
    work: async (at, hand, _, walk) => {
      walk.found = true;
      await hand.tap(at.first());
    },
  },
  {
    at: (card) => card.getByRole('radio'),
    work: async (at, hand, card) => {
      // First part without a result, for a check on several parts.
      const open = card.getByRole('radiogroup').filter({ hasNot: card.page().locator('[aria-checked=true]') });
      await hand.tap(((await shown(open)) ? open.first().getByRole('radio') : at).first());
    },
  },
  { at: button(/^(Repaired|Adjusted)$/), work: tapIt },
  { at: button(/^All parts refitted$|^Refitted/), work: tapIt },
  { at: button(/^I confirm it$|^Done$|^Done without/), work: tapIt },
];

/** A line that needs more actions than this cannot be done by the walk. */
const MOST_ON_ONE_LINE = 8;

/** Does the current line. Returns false if it has no known control. */
async function act(page: Page, hand: Hand, walk: Walk): Promise<boolean> {
  const card = now(page);
  for (const { at, work } of WAYS) {
    const found = at(card, page, walk);
    if (await shown(found)) return (await work(found, hand, card, walk)) !== false;
  }
  return false;
}

async function walkJob(page: Page, walk: Walk, height: number): Promise<Map<StageName, Row>> {
  const hand = new Hand();
  walk.found = false;
  walk.isSet = false;
  await page.goto(`${BASE}/jobs/new`);
  await page.getByRole('combobox', { name: 'Machine' }).fill(walk.machine);
  await page
    .getByRole('option', { name: new RegExp(`^${walk.machine}`) })
    .first()
    .click();
  await page.getByLabel('Fault, in a few words').fill(walk.fault);
  await page.getByRole('button', { name: 'Open the job' }).click();
  await now(page).waitFor();
  const rows = new Map<StageName, Row>();
  const stageShown = async (): Promise<StageName> => {
    const label = await page.getByRole('navigation', { name: 'Stages' }).locator('[aria-current=step]').getAttribute('aria-label');
    return STAGES.find((s) => label?.startsWith(s)) ?? 'Intake';
  };
  let [was, same] = ['', 0];
  for (let acts = 0; acts < 160; acts++) {
    hand.stage = await stageShown();
    if (!rows.has(hand.stage)) rows.set(hand.stage, { ...(await measure(page, height)), taps: 0, keys: 0 });
    const before = await page.locator('main').innerText();
    const title = await now(page)
      .locator('h3')
      .first()
      .innerText()
      .catch(() => '');
    same = title === was ? same + 1 : 0;
    was = title;
    hand.line = title;
    if (same > MOST_ON_ONE_LINE) throw new Error(`${walk.name} does not get on from “${title}” at ${hand.stage}`);
    const go = page.getByRole('button', { name: /^Continue/ });
    // Where the application goes on by itself it needs no tap.
    if (await shown(go)) await page.waitForTimeout(1_500);
    if (await shown(go)) await hand.tap(go.first());
    else if (!(await act(page, hand, walk))) {
      if (await shown(page.getByText(/is closed\.$/))) break;
      const skip = now(page).getByRole('button', { name: /^Skip this step…$|^Skip…$/ });
      if (!(await shown(skip))) break;
      await hand.tap(skip.first());
      await hand.type(now(page).getByLabel(/^Reason for skipping/), 'Walk.');
      await hand.tap(now(page).getByRole('button', { name: /^Skip$|^Skip it$/ }));
    }
    await page
      .waitForFunction((was) => document.querySelector('main')?.innerText !== was, before, { timeout: 6_000 })
      .catch(() => undefined);
    await page.waitForTimeout(500);
  }
  for (const [stage, tally] of hand.by) rows.set(stage, { ...(rows.get(stage) ?? { screens: 0, bars: 0 }), ...tally });
  return rows;
}

/** Seconds to the drawing and to the advice of a job at Match: by a full page load, and from the list of jobs within the application. */
async function firstSeen(page: Page) {
  const link = page.getByRole('link', { name: /Blade belt slips/ }).first();
  const drawn = page.locator('main svg.ts-plate text').filter({ visible: true }).first();
  const advice = page.getByText(/release and grip/).first();
  const time = async (from: () => Promise<unknown>) => {
    const start = performance.now();
    await from();
    const seconds = async (seen: Locator) => (await seen.waitFor(), (performance.now() - start) / 1000);
    const [drawing, advised] = await Promise.all([seconds(drawn), seconds(advice)]);
    return `first drawing ${drawing.toFixed(2)} s, first advice ${advised.toFixed(2)} s`;
  };
  await page.goto(BASE);
  await link.waitFor();
  const { pathname } = new URL((await link.getAttribute('href'))!, BASE);
  // The first visit fetches the application; from then on it is on the device.
  await page.goto(`${BASE}${pathname}?stage=match`);
  await advice.waitFor();
  const loaded = await time(() => page.goto(`${BASE}${pathname}?stage=match`));
  await page.goto(BASE);
  await link.waitFor();
  await page.waitForTimeout(2_000);
  await link.click();
  await now(page).waitFor();
  const opened = await time(() =>
    page
      .getByRole('navigation', { name: 'Stages' })
      .getByRole('link', { name: /^Match/ })
      .click(),
  );
  return { loaded, opened };
}

async function main(): Promise<void> {
  const browser = await chromium.launch(launchOptions);
  const owner = DEMO_ACCOUNTS[0]!;
  const chosen = process.argv.slice(2);
  const isChosen = (name: string, of: readonly { name: string }[]) => {
    const named = chosen.filter((c) => of.some((o) => o.name.startsWith(c)));
    return named.length === 0 || named.some((c) => name.startsWith(c));
  };
  for (const size of SIZES.filter((s) => isChosen(s.name, SIZES))) {
    const context = await browser.newContext({ viewport: { width: size.width, height: size.height } });
    const page = await context.newPage();
    await page.goto(`${BASE}/sign-in`);
    await page.getByLabel('Email address').fill(owner.email);
    await page.getByLabel('Password').fill(owner.password);
    await page.getByLabel('Password').press('Enter');
    await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
    const seen = await firstSeen(page);
    console.log(`\n${size.name}, ${size.width} × ${size.height}\nby a full page load: ${seen.loaded}\nfrom another stage: ${seen.opened}`);
    for (const walk of WALKS.filter((w) => isChosen(w.name, WALKS))) {
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
