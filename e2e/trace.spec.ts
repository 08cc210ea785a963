import { nowCard, open, openStep, prove, ticketOf, toStage, unfold } from './bay';
import { expect, test, type Page } from './test';
import { as } from './people';

const why = (page: Page) => page.getByRole('region', { name: 'Reason for the complaint' });

test.describe('a throw on release', () => {
  test.use(as('technician'));
  test('excludes new parts of an earlier mechanic; a finding leads to the brake, its repair and the test', async ({ page }) => {
    await open(page, 'Orchard rider', 'Comes off');
    await page.getByLabel('In the customer’s words').fill('It comes off when I let go. They put new idlers in.');
    await page.getByRole('button', { name: 'Throws the belt when released' }).click();
    await page.getByRole('button', { name: 'Save complaint' }).click();
    await unfold(page, 'Likely causes');

    // Traced from the complaint, before the walk.
    const idler = why(page).getByRole('button', { name: /^Idler bearing tips/ });
    await idler.click();
    await expect(why(page).getByText(/Supports it\. It explains: throws the belt when released/)).toBeVisible();
    await why(page).getByRole('button', { name: 'Repaired before intake, complaint continued' }).click();
    await expect(ticketOf(page)).toContainText('Repaired before intake, complaint continued: idler bearing tips.');
    await expect(idler).toHaveCount(0);
    await toStage(page, 'Inspect');
    await unfold(page, 'Likely causes');
    await why(page).getByRole('button', { name: 'Effect of each result' }).first().click();
    await expect(
      why(page)
        .getByText(/likely: /)
        .first(),
    ).toBeVisible();

    // Follows tracing to the end: every check is good except the brake, which stays off.
    const mend = why(page).getByText(/^Repair now$/);
    await expect(why(page).getByText(/Calculated from the drawing/)).toBeVisible();
    const act = why(page)
      .getByRole('button', { name: /^(No|Open check)$/ })
      .first();
    const unanswered = page
      .locator('[id^="check-"]')
      .getByRole('radiogroup')
      .filter({ hasNot: page.getByRole('radio', { checked: true }) })
      .first();
    for (let looks = 0; looks < 15 && !(await mend.isVisible()); looks++) {
      const before = await why(page).innerText();
      // A question is answered in its place. A check opens, and is answered in its own place.
      await act.click();
      await expect.poll(async () => (await unanswered.isVisible()) || (await why(page).innerText()) !== before).toBe(true);
      if (await unanswered.isVisible()) {
        const bad = unanswered.getByRole('radio', { name: 'Stays off' });
        await ((await bad.isVisible()) ? bad : unanswered.getByRole('radio').first()).click();
      }
      await expect(why(page)).not.toHaveText(before, { useInnerText: true });
    }
    await expect(why(page).getByText(/dangerous: brake stays off when released/)).toBeVisible();
    await expect(why(page).getByRole('button', { expanded: false }).first()).toBeVisible();
    const brake = why(page).getByRole('button', { name: /^Brake stays off when released/ });
    await brake.click();
    await expect(why(page).getByText('Supports it. Brake on when released: stays off.')).toBeVisible();
    await why(page).getByRole('button', { name: 'Mark as repaired', exact: true }).first().click();
    await expect(ticketOf(page)).toContainText(/Repaired: brake/);

    await toStage(page, 'Test');
    await prove(page);

    // A confirmed cause visibly changes the frequencies of the shop.
    await page.goto('/shop/faults');
    await expect(page.getByText(/Confirmed on \d+ of your job/)).toBeVisible();
  });
});

test.describe('hangs loose, and is right as it is', () => {
  test.use(as('technician'));
  test('repairs nothing on a drive that works as designed, and confirms that', async ({ page }) => {
    await open(page, 'Ferry ramp tractor', 'Belt hangs loose');
    await page.getByLabel('In the customer’s words').fill('The belt hangs loose when I let go.');
    await page.getByRole('button', { name: 'Save complaint' }).click();
    await unfold(page, 'Likely causes');
    // Values calculated from the drive are added automatically. They show that it grips and releases.
    const right = why(page).getByRole('button', { name: /^Low tension by design: nothing wrong/ });
    await expect(right).toBeVisible();
    const computed = why(page).getByText(/Calculated from the drawing/);
    await expect(computed).toContainText('grip as drawn and set: grips');
    await expect(computed).toContainText('slack on release: hangs slack');

    await toStage(page, 'Inspect');
    await unfold(page, 'Likely causes');
    await unfold(page, 'Every check');
    await expect(why(page).getByText(/Calculated from the drawing/)).toBeVisible();
    const link = page.locator('#check-holding-link');
    await link.getByRole('button').first().click();
    await link.getByRole('radio', { name: 'Stowed' }).click();
    await expect(right).toBeVisible();
    await expect(why(page).getByRole('button', { expanded: false }).first()).toHaveText(/^Low tension by design/);
    await right.click();
    await why(page).getByRole('button', { name: 'Mark as in good order' }).last().click();
    await expect(ticketOf(page)).toContainText('Left as it is: low tension by design: nothing wrong.');
    await toStage(page, 'Test');
    await prove(page);
  });
});

test.describe('on a phone', () => {
  test.use({ ...as('technician'), viewport: { width: 390, height: 844 }, hasTouch: true });
  test('one thing is next, with a thumb’s room, and no wider than the screen', async ({ page }) => {
    await page.goto('/jobs/222?stage=look');
    await unfold(page, 'Likely causes');
    await expect(
      why(page)
        .getByText(/^Next (check|question)|^Repair now|^Ask the customer/)
        .first(),
    ).toBeVisible();
    // The next check may change once, when the values calculated from the drive arrive.
    const act = why(page)
      .getByRole('button', { name: /^Open check|^Mark as repaired|^Customer agreed|^No$/ })
      .first();
    await expect.poll(async () => (await act.boundingBox())?.height ?? 0).toBeGreaterThanOrEqual(44);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
  });
});

test.describe('a wrong stack', () => {
  test.use(as('technician'));
  test('is recorded from its drawing, rebuilt and recorded again, and each time leads back to the job', async ({ page }) => {
    await open(page, 'Orchard rider', 'Idler binds');
    await page.getByRole('button', { name: 'Slow to engage, weak under load' }).click();
    await page.getByRole('button', { name: 'Save complaint' }).click();
    await toStage(page, 'Inspect');
    await unfold(page, 'Every check');
    await page.getByRole('button', { name: /^Stack against the parts diagram/ }).click();
    const card = page.locator('[id^="check-stack-order"]');
    await card.getByRole('link', { name: 'Open its stack' }).click();
    await expect(page.getByRole('heading', { name: 'Stack of Engagement idler' })).toBeVisible();

    // Spacer and bearing change places: the drawing states the fault, and the job gets it as a finding with its repair.
    const spacer = (way: 'Up' | 'Down') => page.getByRole('button', { name: new RegExp(`^${way}: Spacer`) });
    await spacer('Up').click();
    await page.getByRole('button', { name: 'Record the stack fault' }).click();
    await expect(page).toHaveURL(/\/jobs\/\d+\?stage=fit$/);
    await expect(ticketOf(page)).toContainText(/stack against the parts diagram: something missing or turned round/i);

    // Its repair leads back to the drawing; a stack that is drawn wrong cannot be recorded as rebuilt.
    await openStep(page, /Assemble the stack/);
    await nowCard(page).getByRole('link', { name: 'Open its stack' }).click();
    await expect(page.getByText(/^Rebuild the stack on the machine/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Record the stack as rebuilt' })).toHaveCount(0);
    await spacer('Down').click();
    await page.getByRole('button', { name: 'Record the stack as rebuilt' }).click();
    await expect(page).toHaveURL(/\/jobs\/\d+\?stage=fit$/);
    await expect(ticketOf(page)).toContainText(/as drawn/i);
  });
});
