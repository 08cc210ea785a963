import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { seededRandom, validateDrive } from '../src/core/drive';
import type { Notebook } from '../src/core/survey';
import { drawPhotoOf, type PhotoOfDrive } from '../src/lab/photo-of-drive';
import { as } from './people';
import { expect, test, type Page } from './test';

test.use(as('technician'));

type Xy = readonly [number, number];

/** Demo photo of the lighthouse generator, as a user marked it. */
const PHOTO = 'demo/notebooks/lighthouse-1.jpg';
const marked = JSON.parse(readFileSync('demo/notebooks/lighthouse.notebook.json', 'utf8')) as Notebook;
const [page1] = marked.photos;
const { width, height, marks, spans } = page1!;
const [distance] = marked.measures;

const rider = validateDrive(JSON.parse(readFileSync('demo/drives/orchard-rider.drive.json', 'utf8')));
if (!rider.ok) throw new Error('orchard-rider');
const generator = validateDrive(JSON.parse(readFileSync('demo/drives/lighthouse-generator.drive.json', 'utf8')));
if (!generator.ok) throw new Error('lighthouse-generator');

const jpegOf = ({ width: w, height: h, pixels }: PhotoOfDrive) =>
  sharp(Buffer.from(pixels.buffer), { raw: { width: w, height: h, channels: 3 } })
    .jpeg({ quality: 85 })
    .toBuffer();

const board = (page: Page) => page.getByRole('group', { name: /^Photo of the drive/ });
/** Screen position of a pixel of a photo that is shown whole. */
async function onBoard(page: Page, size: { readonly width: number; readonly height: number }, [x, y]: Xy) {
  // Clear of the bars at the top and bottom of a phone.
  await board(page).evaluate((e) => e.scrollIntoView({ block: 'center' }));
  const box = (await board(page).boundingBox())!;
  const k = Math.min(box.width / size.width, box.height / size.height);
  return { x: box.x + box.width / 2 + (x - size.width / 2) * k, y: box.y + box.height / 2 + (y - size.height / 2) * k };
}
async function tap(page: Page, size: { readonly width: number; readonly height: number }, at: Xy) {
  const { x, y } = await onBoard(page, size, at);
  await page.mouse.click(x, y);
}
const rimFound = (page: Page) =>
  expect(page.getByRole('status', { name: 'Rim' })).toHaveText(/^(The rim was found\.|A rim was found, but it is uncertain\.)/, {
    timeout: 20_000,
  });
/** Bare deck of the photo. */
const CORNER: Xy = [110, 960];
const allSaved = (page: Page) => expect(page.getByText('· all entries saved')).toBeVisible();
const addPhoto = (page: Page, file: string | { name: string; mimeType: string; buffer: Buffer }) =>
  page.getByLabel('Photo file', { exact: true }).setInputFiles(file);

async function startFromPhoto(page: Page) {
  await page.goto('/drives/measure');
  await page.getByRole('button', { name: 'Start from a photo' }).click();
  await expect(page).toHaveURL(/measure\/\d+\?step=photo/);
  await expect(page.getByText('No photo yet.')).toBeVisible();
}
/** Taps a little off each middle, as a finger does. */
async function tapPulleys(page: Page) {
  for (const [k, { at }] of marks.entries()) {
    await tap(page, { width, height }, [at[0] + 4, at[1] - 4]);
    await expect(page.getByRole('button', { name: /^Rim of / })).toHaveCount(k + 1);
    await rimFound(page);
  }
}

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('measures a drive from a photo: pulleys, belt and one distance, then Match', async ({ page }) => {
    await startFromPhoto(page);
    await addPhoto(page, PHOTO);
    await expect(page.getByText('Tap the middle of the engine pulley.')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Mark the belt' })).toBeDisabled();
    await tapPulleys(page);
    await page.getByRole('button', { name: 'Mark the belt' }).click();
    await expect(page.getByText('Tap each span of the belt once, between two pulleys.')).toBeVisible();
    await tap(page, { width, height }, [8, 8]);
    await expect(page.getByText(/^No span is there/)).toBeVisible();
    for (const { at } of spans) await tap(page, { width, height }, at);
    await expect(page.getByText('The belt runs round 4 pulleys. Tap a span again to remove it.')).toBeVisible();
    // A span that is tapped again is removed.
    await tap(page, { width, height }, spans[0]!.at);
    await expect(page.getByText(/^The belt runs round 4 pulleys/)).toBeHidden();
    await tap(page, { width, height }, spans[0]!.at);
    await expect(page.getByText(/^The belt runs round 4 pulleys/)).toBeVisible();
    const field = page.getByLabel('Distance by tape', { exact: true });
    await field.fill(`${distance!.value} mm`);
    await field.blur();
    await expect(page.getByText(/^Engine pulley: .* ± .* across, from the photo$/)).toBeVisible();
    await allSaved(page);
    await page.reload();
    await expect(page.getByText(/^Engine pulley: .* ± .* across, from the photo$/)).toBeVisible();
    await page.getByRole('button', { name: 'Make this drive' }).click();
    await expect(page.getByRole('heading', { name: 'Drive from a photo' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Will it run?' })).toBeVisible();
  });

  test('corrects a wrong rim by its handles, and reports a tap without one', async ({ page }) => {
    await startFromPhoto(page);
    await addPhoto(page, PHOTO);
    await expect(page.getByText('Tap the middle of the engine pulley.')).toBeVisible();
    await tap(page, { width, height }, CORNER);
    await expect(page.getByRole('status', { name: 'Rim' })).toHaveText(
      'No rim was found there. Drag the circle to its middle and its rim.',
      { timeout: 20_000 },
    );
    const [mark] = marks;
    const middle = page.getByRole('button', { name: /^Middle of Engine pulley/ });
    const drag = async (from: Xy, to: Xy) => {
      const [a, b] = [await onBoard(page, { width, height }, from), await onBoard(page, { width, height }, to)];
      await page.mouse.move(a.x, a.y);
      await page.mouse.down();
      await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 3 });
      await page.mouse.move(b.x, b.y, { steps: 3 });
      await page.mouse.up();
    };
    await drag(CORNER, mark!.at);
    const centre = async () => {
      const box = (await middle.boundingBox())!;
      return [box.x + box.width / 2, box.y + box.height / 2] as const;
    };
    const wanted = await onBoard(page, { width, height }, mark!.at);
    const [x, y] = await centre();
    expect(Math.hypot(x - wanted.x, y - wanted.y)).toBeLessThan(4);
    // A handle moves by the keyboard, too.
    await middle.focus();
    await page.keyboard.press('Shift+ArrowRight');
    await expect.poll(async () => (await centre())[0] - x).toBeGreaterThan(0.5);
    await allSaved(page);
  });

  test('shows the next possible rim of an uncertain one, and returns to the first', async ({ page }) => {
    test.slow();
    const photo = drawPhotoOf(generator.drive, 'easy', seededRandom(2), 1000);
    await startFromPhoto(page);
    await addPhoto(page, { name: 'engine.jpg', mimeType: 'image/jpeg', buffer: await jpegOf(photo) });
    await expect(page.getByText('Tap the middle of the engine pulley.')).toBeVisible();
    const { rim } = photo.pulleys[photo.ids.indexOf('crank')]!;
    await tap(page, photo, [rim.x, rim.y]);
    await rimFound(page);
    const next = page.getByRole('button', { name: /^Next possible rim/ });
    const handle = page.getByRole('button', { name: /^Rim of / });
    const place = async () => JSON.stringify(await handle.boundingBox());
    await expect(next).toHaveText(/\(1 of [234]\)/);
    const count = Number(/of (\d)/.exec((await next.textContent())!)![1]);
    const first = await place();
    for (let k = 2; k <= count; k++) {
      const before = await place();
      await next.click();
      await expect(next).toHaveText(`Next possible rim (${k} of ${count})`);
      await expect.poll(place).not.toBe(before);
    }
    await next.click();
    await expect.poll(place).toBe(first);
    await allSaved(page);
  });
});

test('joins two photos by the pulleys that both show', async ({ page }) => {
  test.slow();
  const [left, right] = [1, 5].map((seed) => drawPhotoOf(generator.drive, 'easy', seededRandom(seed), 1000)) as [
    PhotoOfDrive,
    PhotoOfDrive,
  ];
  const drawn = (photo: PhotoOfDrive, id: string) => photo.pulleys[photo.ids.indexOf(id)]!;
  const mark = async (photo: PhotoOfDrive, id: string, count: number) => {
    const { rim } = drawn(photo, id);
    await tap(page, photo, [rim.x, rim.y]);
    await expect(page.getByRole('button', { name: /^Rim of / })).toHaveCount(count);
    await rimFound(page);
  };
  const place = (name: string) => page.getByRole('button', { name, exact: true }).click();
  await startFromPhoto(page);
  await addPhoto(page, { name: 'left.jpg', mimeType: 'image/jpeg', buffer: await jpegOf(left) });
  await expect(page.getByText('Tap the middle of the engine pulley.')).toBeVisible();
  for (const [k, id] of ['crank', 'tension-idler', 'pump'].entries()) await mark(left, id, k + 1);
  await addPhoto(page, { name: 'right.jpg', mimeType: 'image/jpeg', buffer: await jpegOf(right) });
  await expect(page.getByText(/^Tap the middle of the engine pulley\. If this photo does not show it/)).toBeVisible();
  await place('Second pulley');
  await mark(right, 'tension-idler', 1);
  await place('Third pulley');
  await mark(right, 'pump', 2);
  await place('Another pulley');
  await mark(right, 'alternator', 3);
  // One distance on the second photo is the scale of both.
  const field = page.getByLabel('Distance by tape', { exact: true });
  const words = await page.getByText(/^Measure from the middle of/).textContent();
  const named = { second: 'tension-idler', third: 'pump', fourth: 'alternator' };
  const [a, b] = Object.entries(named).flatMap(([name, id]) => (words!.includes(`${name} pulley`) ? [drawn(right, id)] : []));
  await field.fill(`${Math.hypot(a!.x - b!.x, a!.y - b!.y).toFixed(1)} mm`);
  await field.blur();
  await allSaved(page);
  await place('Photo 1');
  const line = page.getByText(/^Engine pulley: .* across, from the photo$/);
  await expect(line).toBeVisible();
  const [, whole, over, under] = /: (\d+)(?:\s(\d+)\/(\d+))?\s/.exec((await line.textContent())!)!;
  const across = 25.4 * (Number(whole) + (over ? Number(over) / Number(under) : 0));
  expect(Math.abs(across / (2 * drawn(left, 'crank').radius) - 1)).toBeLessThan(0.03);
});

test('marks a photo without the network, and sends it when the network returns', async ({ page, context }) => {
  await startFromPhoto(page);
  await allSaved(page);
  // The worker that finds rims is loaded with the step.
  await expect.poll(() => page.workers().length).toBeGreaterThan(1);
  for (const worker of page.workers()) await worker.evaluate(() => true);
  await context.setOffline(true);
  await addPhoto(page, PHOTO);
  await expect(page.getByText('This photo is saved on this device, not sent. You can mark it now.')).toBeVisible();
  await tapPulleys(page);
  await expect(page.getByText('saved on this device, not sent').first()).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText('This photo is saved on this device, not sent. You can mark it now.')).toBeHidden({ timeout: 20_000 });
  await allSaved(page);
  await page.reload();
  await expect(board(page).locator('image').first()).toHaveAttribute('href', /^\/api\/photos\/\d+$/);
  await expect(page.getByRole('button', { name: /^Rim of / })).toHaveCount(marks.length);
});

test('excludes a photo that disagrees with the tape, by its number', async ({ page }) => {
  test.slow();
  const good = drawPhotoOf(rider.drive, 'easy', seededRandom(20), 1000);
  // The second photo is of a drive with other distances.
  const moved = { 'arm-idler': { x: 40, y: -60 }, spindle: { x: 0, y: -70 } };
  const other = drawPhotoOf(rider.drive, 'easy', seededRandom(22), 1000, moved);
  await page.goto('/drives/measure');
  await page.getByRole('button', { name: /^Mower deck/ }).click();
  await expect(page).toHaveURL(/measure\/\d+/);
  const steps = page.getByRole('navigation', { name: 'Steps' });
  await steps.getByRole('button', { name: /^Photo/ }).click();
  const pulleys = rider.drive.pulleys;
  for (const [n, photo] of [good, other].entries()) {
    await addPhoto(page, { name: 'deck.jpg', mimeType: 'image/jpeg', buffer: await jpegOf(photo) });
    await expect(page.getByText('Tap the middle of the engine pulley.')).toBeVisible();
    for (const [k, { id }] of pulleys.entries()) {
      const { rim } = photo.pulleys[photo.ids.indexOf(id)]!;
      await tap(page, photo, [rim.x, rim.y]);
      await expect(page.getByRole('button', { name: /^Rim of / })).toHaveCount(k + 1);
      await rimFound(page);
    }
    if (n === 0) await expect(page.getByRole('button', { name: 'Photo 1' })).toBeHidden();
  }
  await steps.getByRole('button', { name: /^Distances/ }).click();
  const labels = ['Engine pulley', 'Blade spindle', 'Engagement idler'];
  for (const [a, b] of [
    [0, 1],
    [0, 2],
    [1, 2],
  ] as const) {
    const [p, q] = [a, b].map((k) => good.pulleys[good.ids.indexOf(pulleys[k]!.id)]!) as [
      (typeof good.pulleys)[0],
      (typeof good.pulleys)[0],
    ];
    const field = page.getByLabel(new RegExp(`^Reading, (${labels[a]} to ${labels[b]}|${labels[b]} to ${labels[a]})$`, 'i'));
    await field.fill(`${Math.hypot(p.x - q.x, p.y - q.y).toFixed(1)} mm`);
    await field.blur();
  }
  await steps.getByRole('button', { name: /^The drive/ }).click();
  await expect(page.getByText(/^Photo 2 is excluded\. It disagrees with the other measurements\./)).toBeVisible({
    timeout: 20_000,
  });
  await expect(page.getByText(/^Photo 1 agrees with the rest/)).toBeVisible();
  await steps.getByRole('button', { name: /^Photo/ }).click();
  await page.getByRole('button', { name: 'Photo 2 · excluded' }).click();
  await expect(page.getByRole('button', { name: 'Photo 1', exact: true })).toBeVisible();
  await expect(page.getByText(/^Photo 2 is excluded/)).toBeVisible();
});
