import { hearTimes, type TimesOptions, type TimesReason } from '../core/sound';
import type { Recording } from '../formats/wav';
import { readNumberOption } from './number-option';

export type TimesAskRead = { readonly ok: true; readonly ask: TimesOptions } | { readonly ok: false; readonly problem: string };

/** The options of `taut times` as numbers. */
export function readTimesAsk(values: { blades?: string | undefined; tips?: string | undefined; run?: string | undefined }): TimesAskRead {
  const blades = readNumberOption('blades', values.blades, 'the number of spindles', { least: 1, most: 12, whole: true });
  if (!blades.ok) return blades;
  const tips = readNumberOption('tips', values.tips, 'the number of blade tips on a spindle', { least: 1, most: 12, whole: true });
  if (!tips.ok) return tips;
  const run = readNumberOption('run', values.run, 'the speed of blades or engine in rpm', { least: 300, most: 12000 });
  if (!run.ok) return run;
  return { ok: true, ask: { blades: blades.value, tips: tips.value, runRpm: run.value } };
}

const REASONS: Readonly<Record<TimesReason, string>> = {
  both: 'engagement and stop were heard',
  'engage-only': 'the engagement was heard; the stop is not complete in the recording',
  'stop-only': 'the stop was heard; the engagement is not in the recording',
  wide: 'a time is uncertain; place the phone nearer, out of the wind, and record again',
  silent: 'the recording is silent',
  'too-short': 'the recording is too short; record from before the engagement until after the standstill',
  'no-engine': 'neither engine nor blades were found',
  'no-blades': 'no blades were found in the sound',
  steady: 'neither an engagement nor a stop was found; the sound of the blades does not change with the engine',
};

/** Result of one recording, as printed. */
export function timesAnswer(file: string, { channels, sampleRate }: Recording, ask: TimesOptions) {
  const { engage, stop, run, quality, reason, track } = hearTimes(channels, sampleRate, ask);
  return { file, engage, stop, run, quality, reason: REASONS[reason], track };
}
