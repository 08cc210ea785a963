import type { Page } from '@playwright/test';
import { expect } from './test';

/** Ticket next to a job. */
export const ticketOf = (page: Page) => page.getByRole('complementary', { name: 'Ticket' });

/** Opens a job about the first machine of that name. */
export async function open(page: Page, machine: string, title: string): Promise<void> {
  await page.goto('/jobs/new');
  await page.getByRole('combobox', { name: 'Machine' }).fill(machine);
  await page
    .getByRole('option', { name: new RegExp(`^${machine}`) })
    .first()
    .click();
  await page.getByLabel('Fault, in a few words').fill(title);
  await page.getByRole('button', { name: 'Open the job' }).click();
  await expect(page.getByRole('heading', { name: 'Intake', exact: true })).toBeVisible();
}

export const confirmAll = async (page: Page, list: string) => {
  const group = page.getByRole('group', { name: list });
  const lines = group.getByRole('checkbox');
  await expect(lines.first()).toBeVisible();
  for (const line of await lines.all()) await line.click();
  await expect(group.getByText('All confirmed.')).toBeVisible();
};

/** Its own list, both times by two taps each, and safe again. */
export async function run(page: Page): Promise<void> {
  await confirmAll(page, 'Before it runs');
  await page.getByRole('button', { name: 'Confirmed: it may run' }).click();
  const stopped = page.getByRole('button', { name: 'Stopped, lead off, PTO off', exact: true });
  // A machine that was not made safe before has its whole list next.
  const whole = page.getByRole('group', { name: 'Made safe' }).or(page.getByText(/confirm every safety line/));
  for (const [what, begin, end] of [
    ['Engagement time', 'Start timing (lever moved)', 'Stop timing (full speed)'],
    ['Stop time', 'Start timing (lever released)', 'Stop timing (all parts stopped)'],
  ] as const) {
    const watch = page.getByRole('region', { name: what });
    // A machine without a stop limit needs no stop time: with its engagement the card moves on.
    await expect(watch.or(stopped).or(whole).first()).toBeVisible();
    if (what === 'Stop time' && !(await watch.isVisible())) continue;
    await watch.getByRole('button', { name: begin }).click();
    await expect(watch.getByRole('timer')).toHaveText(/^(0\.[7-9]|[1-9]\d*\.\d) s$/);
    await watch.getByRole('button', { name: end }).click();
    // The card moves on once the last time that it needs is there. Until the time is shown, it may still move on.
    await expect.poll(async () => (await watch.count()) === 0 || (await watch.getByText(/^Timed\.|the limit of/).count()) > 0).toBe(true);
  }
  await expect(stopped.or(whole).first()).toBeVisible();
  if (await stopped.isVisible()) await stopped.click();
  await expect(stopped).toHaveCount(0);
}

export const toStage = (page: Page, stage: string) =>
  page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: new RegExp(`^${stage} `) })
    .click();

/** Opens a folded part of a stage. */
export const unfold = (page: Page, title: string) => page.getByRole('button', { name: new RegExp(`^${title}`), expanded: false }).click();

/** Opens the form of a tension reading. It is open already where a reading is due. */
export async function openReading(page: Page): Promise<void> {
  const form = page.getByRole('form', { name: 'A reading' }).filter({ visible: true });
  const fold = page.getByRole('button', { name: /^Take a reading/, expanded: false });
  await expect(form.or(fold).first()).toBeVisible();
  if (await fold.isVisible()) await fold.click();
}

/** Opens a line of the run list, out of its turn. */
export async function openStep(page: Page, words: RegExp): Promise<void> {
  await unfold(page, 'All steps');
  await page
    .getByRole('region', { name: /^Steps of / })
    .getByRole('button', { name: words })
    .first()
    .click();
}

/** Card of the current line. */
export const nowCard = (page: Page) => page.getByRole('region', { name: 'Now', exact: true });

/** Records a test of five cycles: the belt stays on, the brake is on, the machine is in good order. */
export async function prove(page: Page): Promise<void> {
  await run(page);
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'Engage and release cycle' }).click();
  await page.getByRole('radio', { name: 'Stays on' }).click();
  await page.getByRole('radio', { name: 'Seen on' }).click();
  await page.getByRole('radio', { name: 'In good order' }).click();
  await page.getByRole('button', { name: 'Save test result' }).click();
  await expect(ticketOf(page)).toContainText('The belt stays on; the brake is on; the machine is in good order.');
}
