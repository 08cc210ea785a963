import AxeBuilder from '@axe-core/playwright';
import { expect, patient, test, type Page } from './test';
import { as } from './people';

test.use(as('owner'));

const SCREENS: readonly (readonly [name: string, path: string, ready: string | RegExp])[] = [
  ['jobs', '/', 'Jobs'],
  ['job at Match', '/jobs/222?stage=match', /release and grip/],
  ['job at Intake', '/jobs/222?stage=ask', 'The complaint'],
  ['job at Make safe', '/jobs/222?stage=secure', /Stop the engine/],
  ['job at Inspect', '/jobs/222?stage=look', 'No parts removed'],
  ['job at Fit', '/jobs/222?stage=fit', 'Parts removed'],
  ['job at Adjust', '/jobs/222?stage=set', 'Signs at the target'],
  ['job at Test', '/jobs/222?stage=prove', 'Save test result'],
  ['job at Close', '/jobs/222?stage=book', 'Closing line for the customer'],
  ['ticket', '/jobs/222/ticket', 'Print this ticket'],
  ['customers', '/customers', 'Isla Ferrow'],
  ['customer', '/customers/1', 'Contact'],
  ['parts', '/shelf/parts', 'Bearing 6203'],
  ['stack', '/drives/1/stacks/arm-idler', 'Add a part'],
  ['label', '/machines/1/label', 'Print this label'],
  ['new job', '/jobs/new', 'In the customer’s words'],
  ['machines', '/machines', 'Find a machine'],
  ['CVT belt wear', '/machines/wear', 'Allowance used'],
  ['machine', '/machines/1', 'Machine data'],
  ['what is known', '/machines/1/known', 'What drives it?'],
  ['drives', '/drives', 'Find a drive'],
  ['templates', '/drives/new', 'Snow thrower'],
  ['drive', '/drives/1', /release and grip/],
  ['compare', '/drives/1/compare', 'One diameter swept'],
  ['editor', '/drives/1/edit', 'The drive can be solved.'],
  ['stock', '/shelf', 'Supplier note'],
  ['glossary', '/glossary', 'Terms on these screens, with their meanings.'],
  ['measure', '/drives/measure', 'Start another notebook'],
  ['notebook', '/drives/measure/1', /Contradiction|Ready to be made/],
  ['base of causes', '/shop/faults', 'Find a cause'],
  ['practice', '/practice', 'Progress'],
  ['replay of practice', '/practice/1', 'Move by move'],
  ['practice at Intake', '/practice/9?stage=ask', /More questions/],
  ['practice at Inspect', '/practice/9?stage=look', 'No parts removed'],
  ['shop', '/shop', 'Units and numbers'],
  ['access', '/shop/access', 'Log of changes'],
  ['follow-ups', '/follow-ups', /Checks that come due/],
  ['later follow-ups', '/follow-ups/later', /Before the mowing season/],
  ['follow-up rules', '/follow-ups/rules', 'Intervals by kind of drive'],
];
/** Screens that are checked in the dark theme, too. Together they hold every component, and all screens share one palette. */
const BY_NIGHT: readonly string[] = [
  'jobs',
  'job at Match',
  'job at Inspect',
  'job at Adjust',
  'ticket',
  'drive',
  'compare',
  'editor',
  'stock',
  'notebook',
  'CVT belt wear',
  'practice',
  'shop',
  'follow-ups',
];

/** Opens every fold of a stage, so that its content is checked too. */
async function unfoldAll(page: Page) {
  const folded = page.locator('main .MuiAccordionSummary-root[aria-expanded=false]:visible');
  await expect(page.locator('main .MuiAccordionSummary-root, main section').first()).toBeVisible();
  while ((await folded.count()) > 0) await folded.first().click();
}

async function ready(page: Page, path: string, text: string | RegExp) {
  await page.goto(path);
  const shown = page.getByText(text).first();
  // A stage adds folds when its calculation ends.
  if (path.includes('?stage='))
    await expect(async () => {
      await unfoldAll(page);
      await expect(shown).toBeVisible({ timeout: 1000 });
    }).toPass({ timeout: 30_000 });
  await expect(shown).toBeVisible();
  // While a part unfolds, its content is hidden and its buttons have no name.
  await settled(page);
}

const settled = (page: Page) =>
  expect.poll(() => page.evaluate(() => document.getAnimations().filter((a) => a.playState === 'running').length)).toBe(0);

/** Violations of WCAG AA that axe finds, by all rules or by those named. */
const faults = async (page: Page, where: string, rules?: string[]) => {
  // No screen has a frame in it: axe need not open a page of its own to gather them, nor list what passes.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  const { violations } = await (rules ? axe.withRules(rules) : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'])).analyze();
  return violations.map(
    (v) =>
      `${where} ${v.id}: ${v.nodes
        .slice(0, 3)
        .map((n) => n.html.slice(0, 160))
        .join(' | ')}`,
  );
};
const overhang = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);

test.describe('every screen', () => {
  // One page visits all addresses. Nothing changes on the way, and the application is loaded once.
  let page: Page;
  test.beforeAll(async ({ browser, baseURL }) => {
    const context = await browser.newContext({ ...as('owner'), baseURL: baseURL!, serviceWorkers: 'block' });
    page = patient(await context.newPage());
  });
  test.afterAll(async () => page.context().close());
  for (const [name, path, text] of SCREENS) {
    test(`${name}: axe finds no fault, and it fits a phone`, async () => {
      await page.setViewportSize({ width: 1280, height: 800 });
      await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
      await ready(page, path, name === 'stock' ? 'Stock' : text);
      await expect(page.locator('html')).toHaveAttribute('data-theme', 'light');
      expect(await faults(page, 'day')).toEqual([]);
      if (BY_NIGHT.includes(name)) {
        await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' });
        await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
        // The colours must have changed fully.
        await settled(page);
        // By night only the colours differ.
        expect(await faults(page, 'bay', ['color-contrast'])).toEqual([]);
      }
      await page.setViewportSize({ width: 390, height: 844 });
      await expect(page.getByText(name === 'stock' ? 'Stock' : text).first()).toBeVisible();
      await expect.poll(() => overhang(page)).toBeLessThanOrEqual(0);
    });
  }
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('every step of a notebook fits the width, and axe finds no fault in it', async ({ page }) => {
    await ready(page, '/drives/measure/1', /Contradiction|Ready to be made/);
    for (const step of ['Pulleys', 'Route', 'Photo', 'Arm ends', 'Springs', 'Fitted belt', 'The drive']) {
      await page
        .getByRole('navigation', { name: 'Steps' })
        .getByRole('button', { name: new RegExp(`^${step}`) })
        .click();
      await expect(page.getByRole('button', { name: new RegExp(`^${step}`) })).toHaveAttribute('aria-current', 'step');
      expect(await overhang(page), step).toBeLessThanOrEqual(0);
      expect(await faults(page, step)).toEqual([]);
    }
  });

  test('a job is worked with a thumb: verdict, ticket drawer, booking', async ({ page }) => {
    await ready(page, '/jobs/224?stage=match', /release and grip/);
    await expect(page.getByRole('listitem').filter({ hasText: 'A39' })).toContainText('Runs, no margin');
    await page.getByRole('button', { name: 'Ticket' }).click();
    await expect(page.getByText('“Stood on the quay in the October gale. The auger lever now takes two hands.”').first()).toBeVisible();
    await page.getByRole('button', { name: 'Close the ticket' }).click();
    await page.getByRole('button', { name: 'Use A39' }).click();
    await page.getByRole('button', { name: 'Use this belt' }).click();
    await expect(page.getByText('A39 used from B3.')).toBeVisible();
  });

  test('has touch targets of at least 44 px', async ({ page }) => {
    await ready(page, '/jobs/222?stage=secure', /Stop the engine/);
    const small = await page
      .locator('main button:visible, main a[role=button]:visible, nav a:visible')
      .evaluateAll((all) =>
        all.map((e) => [e.textContent, Math.round(e.getBoundingClientRect().height)] as const).filter(([, h]) => h < 44),
      );
    expect(small).toEqual([]);
  });
});
