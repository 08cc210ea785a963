import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seededRandom } from '../src/core/drive';
import { QUIET_SCENE, tapSound } from '../src/lab/tap-synthesis';
import { writeWav } from '../src/formats/wav';
import { launchOptions } from './launch';
import { openReading, unfold } from './bay';
import { as } from './people';
import { expect, test } from './test';

/** Sound of the browser's microphone, repeated: a simulated span, tapped three times. */
const HZ = 52;
const played = join(mkdtempSync(join(tmpdir(), 'taut-tap-')), 'span.wav');
const sound = tapSound({ ...QUIET_SCENE, sampleRate: 48000, seconds: 4, hz: HZ }, seededRandom(3));
writeFileSync(played, writeWav({ sampleRate: 48000, channels: [sound] }));

test.use({
  ...as('technician'),
  permissions: ['microphone'],
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

test('records a tapped span, excludes one tap, and saves the frequency on the ticket', async ({ page }) => {
  await page.goto('/jobs/224?stage=set');
  await unfold(page, 'Tension and settings');
  await openReading(page);
  const meter = page.getByRole('region', { name: 'Tap meter' });
  await meter.getByRole('button', { name: 'Listen' }).click();
  await expect(meter.getByRole('button', { name: /^Enough, [5-9] s/ })).toBeVisible();
  await expect(meter.getByRole('progressbar', { name: 'Loudness' })).toBeVisible();
  await meter.getByRole('button', { name: /^Enough/ }).click();
  const take = meter.getByRole('button', { name: /^Take / });
  await expect(take).toBeVisible();
  const taps = meter.getByRole('checkbox', { name: /^Tap at/ });
  expect(await taps.count()).toBeGreaterThan(1);
  await taps.first().uncheck();
  const hz = Number(/([\d.]+) Hz/.exec(await take.innerText())![1]);
  expect(Math.abs(hz / HZ - 1)).toBeLessThan(0.015);
  await take.click();
  await expect(page.getByLabel('Tap frequency, Hz')).toHaveValue(hz.toFixed(1).replace(/\.0$/, ''));
  await page.getByRole('button', { name: 'Save reading' }).click();
  const ticket = page.getByRole('complementary', { name: 'Ticket' });
  await expect(ticket.getByText(new RegExp(`${hz.toFixed(1).replace(/\.0$/, '')} Hz`)).first()).toBeVisible();
});

test('refuses a truncated file with a sentence, and reports a silent one', async ({ page }) => {
  await page.goto('/jobs/224?stage=set');
  await unfold(page, 'Tension and settings');
  await openReading(page);
  const meter = page.getByRole('region', { name: 'Tap meter' });
  const open = (name: string, bytes: Uint8Array) =>
    meter.getByLabel('Recording, a WAV file').setInputFiles({ name, mimeType: 'audio/wav', buffer: Buffer.from(bytes) });
  const whole = writeWav({ sampleRate: 16000, channels: [new Float32Array(32000), new Float32Array(32000)] });
  await expect(meter.getByRole('button', { name: 'Listen' })).toBeVisible();
  await open('cut.wav', whole.subarray(0, 5000));
  await expect(meter.getByText(/^cut\.wav: it is truncated: 4956 of 128000 bytes of sound are present; record it again\.$/)).toBeVisible();
  await open('still.wav', whole);
  await expect(meter.getByText(/The recording is silent\. Check which microphone is chosen\./)).toBeVisible();
});
