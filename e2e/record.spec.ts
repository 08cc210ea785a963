import { unfold } from './bay';
import { as } from './people';
import { expect, test } from './test';

test.use(as('owner'));

/** The smallest PDF that is one. */
const PDF = Buffer.from(
  '%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj 2 0 obj<</Type/Pages/Kids[]/Count 0>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF',
);

test('a machine’s record: meter, paper, history as a file, label, customer and back', async ({ page }) => {
  await page.goto('/machines?find=harbour+snow');
  await page.getByRole('link', { name: /Harbour snow thrower/ }).click();
  await expect(page.getByRole('heading', { name: 'Harbour snow thrower' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Meter' }).fill('101.9');
  await page.getByRole('button', { name: 'Save reading' }).click();
  await expect(page.getByText('101.9 h').first()).toBeVisible();
  await page
    .getByLabel('Documents and pictures: file')
    .setInputFiles({ name: 'Auger belt, page 12.pdf', mimeType: 'application/pdf', buffer: PDF });
  const paper = page.getByRole('link', { name: 'Auger belt, page 12' });
  await expect(paper).toBeVisible();
  const answer = await page.request.get((await paper.getAttribute('href'))!);
  expect([answer.status(), answer.headers()['content-type'], (await answer.body()).equals(PDF)]).toEqual([200, 'application/pdf', true]);
  await expect(page.getByText('Pinned: Auger belt, page 12')).toBeVisible();

  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'JSON' }).click()]);
  const text = await (await download.createReadStream()).toArray();
  const history = JSON.parse(Buffer.concat(text as Buffer[]).toString()) as { machine: { name: string }; events: { what: string }[] };
  expect(history.machine.name).toBe('Harbour snow thrower');
  expect(history.events.map((e) => e.what)).toEqual(expect.arrayContaining(['101.9 h', 'Auger belt, page 12']));

  await page.getByRole('link', { name: 'Label' }).click();
  await expect(page.getByRole('img', { name: 'Code of Harbour snow thrower' })).toBeVisible();
  await page.getByRole('link', { name: 'Back to the machine' }).click();
  await page.getByRole('link', { name: 'Harbour Office' }).click();
  await expect(page.getByRole('heading', { name: 'Harbour Office' })).toBeVisible();
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await page.getByRole('textbox', { name: 'Contact' }).fill('Slip 1; radio on channel 9 after six');
  await page.getByRole('button', { name: 'Save customer' }).click();
  await expect(page.getByText('radio on channel 9')).toBeVisible();
  await page.getByRole('link', { name: 'Slipway chipper', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Slipway chipper' })).toBeVisible();
});

test('what is neither a PDF nor a picture is refused with a sentence, and nothing is pinned', async ({ page }) => {
  await page.goto('/machines?find=chapel');
  await page.getByRole('link', { name: /Chapel green mower/ }).click();
  await page
    .getByLabel('Documents and pictures: file')
    .setInputFiles({ name: 'notes.pdf', mimeType: 'application/pdf', buffer: Buffer.from('only words') });
  await expect(page.getByText(/neither a PDF nor a picture/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'notes' })).toHaveCount(0);
});

test('makes a wrong stack by dragging, corrects it by the keyboard, and saves it', async ({ page }) => {
  await page.goto('/drives?find=airstrip+mower');
  await page.getByRole('link', { name: /Airstrip mower/ }).click();
  await page.getByRole('link', { name: /things? wrong/ }).click();
  const parts = page.getByRole('list', { name: 'Parts, from the top' });
  await expect(page.getByText(/spacer is on the wrong side/)).toBeVisible();
  // The handle by keys: taken up, a place down past the wheel, put down.
  const handle = parts.getByRole('button', { name: /^Move: Spacer/ });
  await handle.focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(/^Spacer.* at its own place\.$/)).toBeAttached();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(/^Spacer.* at the place of Idler/)).toBeAttached();
  await page.keyboard.press('Space');
  await expect(page.getByText(/^Correct:/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).press('Enter');
  await expect(page.getByText(/spacer is on the wrong side/)).toBeVisible();
  // And with the pointer.
  const from = (await parts.getByRole('button', { name: /^Move: Spacer/ }).boundingBox())!;
  const to = (await parts.getByRole('button', { name: /^Move: Idler/ }).boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y + 40, { steps: 4 });
  await page.mouse.move(to.x + 20, to.y + 40, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByText(/^Correct:/)).toBeVisible();
  await page.getByRole('button', { name: 'Save stack' }).click();
  await expect(page.getByRole('button', { name: 'Save stack' })).toBeDisabled();
  await page.getByRole('link', { name: 'Back to the drive' }).click();
  await expect(page.getByRole('link', { name: /correct/ })).toBeVisible();
});

test('a job by the keyboard alone: opened, a note written, a stage passed, a finding made', async ({ page }) => {
  await page.goto('/jobs/new');
  const until = async (name: RegExp, most = 60) => {
    for (let i = 0; i < most; i++) {
      await page.keyboard.press('Tab');
      const here = await page.evaluate(() => {
        const at = document.activeElement as HTMLElement | null;
        return at?.getAttribute('aria-label') ?? (at as HTMLInputElement | null)?.labels?.[0]?.textContent ?? at?.textContent ?? '';
      });
      if (name.test(here)) return;
    }
    throw new Error(`the keyboard does not reach ${String(name)}`);
  };
  await page.getByRole('combobox', { name: 'Machine' }).focus();
  await page.keyboard.type('Tower green');
  await expect(page.getByRole('option', { name: /Tower green mower/ })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await until(/^Fault, in a few words/);
  await page.keyboard.type('Squeals');
  await until(/^Open the job$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Intake', exact: true })).toBeVisible();
  await page.getByRole('heading', { name: 'Record the complaint' }).click();
  await until(/^In the customer’s words/, 80);
  await page.keyboard.type('Squeals on starting');
  await until(/^Save complaint$/, 120);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'Ticket' })).toContainText('Squeals on starting');
  await until(/^Skip this step…$/, 120);
  await page.keyboard.press('Enter');
  await page.keyboard.type('It does not start');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Intake skipped' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Make safe', exact: true })).toBeVisible();
});

test('a picture taken at a finding stands with it and on the ticket, and is printed with it', async ({ page }) => {
  await page.goto('/jobs/219?stage=look');
  await unfold(page, 'Every check');
  const check = page.getByRole('button', { name: /^Idler: push and tip/ }).first();
  await check.click();
  await page.getByRole('radio', { name: 'Tips', exact: true }).first().click();
  const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAoAAAAKCAIAAAACUFjqAAAAEklEQVR4nGP4z8CAB+GTG8HSALfKY52fTcuYAAAAAElFTkSuQmCC', 'base64');
  await page.getByLabel('Photo from the camera').first().setInputFiles({ name: 'idler.png', mimeType: 'image/png', buffer: png });
  const picture = page.getByRole('img', { name: /push and tip/ }).first();
  await expect(picture).toBeVisible();
  await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(0);
  await expect(page.getByRole('complementary', { name: 'Ticket' }).getByRole('img', { name: /push and tip/ })).toBeVisible();
  await page.getByRole('link', { name: 'Print' }).click();
  await expect(page.getByRole('article').getByRole('img', { name: /push and tip/ })).toBeVisible();
  const [pdf] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save as PDF' }).click()]);
  const bytes = Buffer.concat((await (await pdf.createReadStream()).toArray()) as Buffer[]);
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
  expect(bytes.length).toBeGreaterThan(8000);
});
