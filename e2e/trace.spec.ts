import { open, prove, ticketOf, toStage } from './bay';
import { expect, test, type Page } from './test';
import { as } from './people';

const why = (page: Page) => page.getByRole('region', { name: 'Why it does that' });

test.describe('a throw on release', () => {
  test.use(as('technician'));
  test('new parts of an earlier mechanic are innocent; a finding leads to the brake, which is mended and proved', async ({ page }) => {
    await open(page, 'Orchard rider', 'Comes off');
    await page.getByLabel('In the customer’s words').fill('It comes off when I let go. They put new idlers in.');
    await page.getByRole('button', { name: 'Throws the belt when released' }).click();
    await page.getByRole('button', { name: 'Write down what was asked' }).click();

    // Traced from the complaint, before the walk.
    const idler = why(page).getByRole('button', { name: /^Idler bearing tips/ });
    await idler.click();
    await expect(why(page).getByText(/Speaks for it\. It explains: throws the belt when released/)).toBeVisible();
    await why(page).getByRole('button', { name: 'It was mended before it came, and went on' }).click();
    await expect(ticketOf(page)).toContainText('Mended before it came, and it went on: idler bearing tips.');
    await expect(idler).toHaveCount(0);
    // What is only asked is answered where it stands, and moves what comes next.
    await expect(why(page).getByText(/^Ask this next, 0\.5 min$/)).toBeVisible();
    await why(page).getByRole('button', { name: 'What would it tell?' }).click();
    await expect(
      why(page)
        .getByText(/likely: /)
        .first(),
    ).toBeVisible();
    await why(page).getByRole('button', { name: 'No', exact: true }).click();
    await expect(ticketOf(page)).toContainText(/no/);
    await toStage(page, 'Look');
    await expect(page.getByRole('heading', { name: 'Look', exact: true })).toBeVisible();

    // A finding of the walk moves what is likeliest, with its reason; the technician decides what is mended.
    const check = page.locator('#check-brake-released');
    await check.getByRole('button', { name: /^Where the brake stands, released/ }).click();
    await check.getByRole('radio', { name: 'Stays off' }).click();
    const brake = why(page).getByRole('button', { name: /^Brake does not land/ });
    await expect(why(page).getByRole('button', { expanded: false }).first()).toHaveText(/^Brake does not land/);
    await brake.click();
    await expect(why(page).getByText('Speaks for it. Where the brake stands, released: stays off.')).toBeVisible();
    await why(page).getByRole('button', { name: 'It is mended', exact: true }).last().click();
    await expect(ticketOf(page)).toContainText(/Mended: brake/);

    await toStage(page, 'Prove');
    await prove(page);

    // What was confirmed moves the shop's own frequencies, to be seen.
    await page.goto('/shop/faults');
    await expect(page.getByText(/Confirmed on \d+ of this shop’s own job/)).toBeVisible();
  });
});

test.describe('hangs loose, and is right as it is', () => {
  test.use(as('technician'));
  test('what is on, what is stowed and what the numbers say: nothing is mended, and that is proved', async ({ page }) => {
    await open(page, 'Snow thrower', 'Belt hangs loose');
    await page.getByLabel('In the customer’s words').fill('The belt hangs loose when I let go.');
    await page.getByRole('button', { name: 'Hangs loose' }).click();
    await page.getByRole('button', { name: 'Write down what was asked' }).click();
    // The numbers of the drive enter by themselves, and say that it grips and lets go.
    const right = why(page).getByRole('button', { name: /^Low tension by design: nothing wrong/ });
    await expect(right).toBeVisible();
    await why(page)
      .getByRole('button', { name: /^Belt too long/ })
      .or(why(page).getByRole('button', { name: /less likely/ }))
      .first()
      .click();
    await expect(
      why(page)
        .getByText(/Length window, slack released, brake: grips and lets go/)
        .first(),
    ).toBeVisible();

    await toStage(page, 'Look');
    for (const [id, good] of [['holding-link', 'Stowed']] as const) {
      const check = page.locator(`#check-${id}`);
      await check.getByRole('button').first().click();
      await check.getByRole('radio', { name: good }).click();
    }
    await expect(right).toBeVisible();
    await expect(why(page).getByRole('button', { expanded: false }).first()).toHaveText(/^Low tension by design/);
    await right.click();
    await why(page).getByRole('button', { name: 'It is mended', exact: true }).last().click();
    await toStage(page, 'Prove');
    await prove(page);
  });
});

test.describe('on a phone', () => {
  test.use({ ...as('technician'), viewport: { width: 390, height: 844 }, hasTouch: true });
  test('one thing is next, with a thumb’s room, and no wider than the screen', async ({ page }) => {
    await page.goto('/jobs/222?stage=look');
    await expect(
      why(page)
        .getByText(/^(Look at|Ask) this next|^Mend now|^Ask the customer/)
        .first(),
    ).toBeVisible();
    const box = await why(page)
      .getByRole('button', { name: /^Go to it|^It is mended|^He agreed|^No$/ })
      .first()
      .boundingBox();
    expect(box!.height).toBeGreaterThanOrEqual(44);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
  });
});
