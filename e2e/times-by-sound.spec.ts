import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seededRandom } from '../src/core/drive';
import { writeWav } from '../src/formats/wav';
import { simulatedCycle } from '../src/lab/simulated-cycle';
import { confirmAll, ticketOf, unfold } from './bay';
import { launchOptions } from './launch';
import { as } from './people';
import { expect, test } from './test';

/** Sound of the browser’s microphone, repeated: a simulated machine that is engaged and released. */
const cycle = simulatedCycle(
  { engineRpm: 3100, ratio: 1.1, spindles: 1, hasBrake: true, bladeInertia: 0.7, spindleGap: 0 },
  2,
  seededRandom(5),
);
const played = join(mkdtempSync(join(tmpdir(), 'taut-cycle-')), 'cycle.wav');
const wide = Float32Array.from({ length: cycle.sound.length * 3 }, (_, i) => cycle.sound[Math.floor(i / 3)]!);
writeFileSync(played, writeWav({ sampleRate: 48000, channels: [wide] }));
const seconds = cycle.sound.length / cycle.sampleRate;

test.use({
  ...as('technician'),
  permissions: ['microphone'],
  viewport: { width: 390, height: 844 },
  launchOptions: {
    ...launchOptions,
    args: [
      ...launchOptions.args,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${played}`,
    ],
  },
});

test('hears a cycle by itself on a phone, and saves both times with their recording', async ({ page }) => {
  test.setTimeout(180_000);
  await page.goto('/jobs/213?stage=prove');
  const confirm = page.getByRole('button', { name: 'Confirmed: it may run' });
  const fold = page.getByRole('button', { name: /^Times by sound/ });
  await expect(confirm.or(fold).first()).toBeVisible();
  // The powered list comes first: without it there is no microphone.
  await expect(fold).toHaveCount(0);
  await confirmAll(page, 'Before it runs');
  await confirm.click();
  await unfold(page, 'Times by sound');
  const times = page.getByRole('region', { name: 'Times by sound' });
  await expect(times.getByText(/^Put the phone down 3 to 5 m to the side of the machine\. Do not hold it\./)).toBeVisible();
  // Silence: a sentence, and the stopwatch next to it.
  const still = writeWav({ sampleRate: 8000, channels: [new Float32Array(8000 * 6)] });
  await times
    .getByLabel('Recording of a cycle, a WAV file')
    .setInputFiles({ name: 'still.wav', mimeType: 'audio/wav', buffer: Buffer.from(still) });
  await expect(times.getByText(/^The recording is silent\. Check the chosen microphone, or use the stopwatch\.$/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Stop time' }).getByRole('button', { name: /^Start timing/ })).toBeVisible();
  await times.getByRole('button', { name: 'Listen', exact: true }).click();
  await expect(times.getByText('0 of 5 cycles heard')).toBeVisible();
  // It counts without a touch: the phone is out of reach.
  await expect(times.getByText('1 of 5 cycles heard')).toBeVisible({ timeout: 1000 * (3 * seconds + 30) });
  await times.getByRole('button', { name: 'Stop listening' }).click();
  const card = times.getByRole('region', { name: 'Cycle 1' });
  const read = async (label: string) =>
    Number(/([\d.]+) s/.exec(await card.getByText(label, { exact: true }).locator('xpath=..').innerText())![1]);
  expect(Math.abs((await read('Engagement time')) - cycle.engageS)).toBeLessThanOrEqual(Math.max(0.25, 0.15 * cycle.engageS));
  expect(Math.abs((await read('Stop time')) - cycle.stopS)).toBeLessThanOrEqual(Math.max(0.3, 0.1 * cycle.stopS));
  await times.getByRole('button', { name: /^Save (cycle|\d cycles)$/ }).click();
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(ticketOf(page)).toContainText(/Engagement time \(final\): \d\.\d\ss \(by sound, ±\d\.\d\ss\)/);
  await expect(ticketOf(page)).toContainText(/Stop time \(final\): \d\.\d\ss.*\(by sound, ±\d\.\d\ss\)/);
  await expect(ticketOf(page).locator('audio').last()).toBeVisible();
});
