import { hearTap, type TapHeard, type TapReason } from '../core/sound';
import { tensionByTap } from '../core/tension';
import type { Recording } from '../formats/wav';

export interface TapAsk {
  readonly spanMm: number;
  readonly massKgPerM: number;
  readonly expect?: readonly [number, number] | undefined;
}

export type TapAskRead = { readonly ok: true; readonly ask: TapAsk } | { readonly ok: false; readonly problem: string };

/** The options of `taut tap` as numbers. */
export function readTapAsk(values: { span?: string | undefined; mass?: string | undefined; expect?: string | undefined }): TapAskRead {
  const refuse = (problem: string): TapAskRead => ({ ok: false, problem });
  const numbers = { span: Number(values.span), mass: Number(values.mass) };
  for (const [option, what] of [
    ['span', 'the length of the span in mm'],
    ['mass', 'the mass of the belt in kg/m'],
  ] as const) {
    if (values[option] === undefined) return refuse(`enter --${option}, ${what}`);
    if (!(numbers[option] > 0 && Number.isFinite(numbers[option])))
      return refuse(`--${option} must be ${what}, a number above 0, not “${values[option]}”`);
  }
  const ask = { spanMm: numbers.span, massKgPerM: numbers.mass };
  if (values.expect === undefined) return { ok: true, ask };
  const [low, high, ...more] = values.expect.split('-').map((part) => (part.trim() === '' ? NaN : Number(part)));
  if (!(low! > 0 && high! >= low! && high! < Infinity) || more.length > 0)
    return refuse(`--expect must be two frequencies in Hz, the lower first, like 40-80, not “${values.expect}”`);
  return { ok: true, ask: { ...ask, expect: [low!, high!] } };
}

const REASONS: Readonly<Record<TapReason, string>> = {
  clear: 'the taps agree',
  'one-tap': 'one tap was heard; tap three times for a better result',
  'octave-open': 'another frequency fits nearly as well; tap again nearer the middle of the span',
  'taps-differ': 'the taps differ from one another',
  noisy: 'the taps are barely above the noise',
  silent: 'the recording is silent',
  'too-short': 'the recording is too short',
  'nothing-rings': 'no ring of a tapped span was found',
  'dies-at-once': 'the recording has blows, but no ring',
};

/** Result of one recording, as printed. */
export function tapAnswer(file: string, { channels, sampleRate }: Recording, { spanMm, massKgPerM, expect }: TapAsk) {
  const heard: TapHeard = hearTap(channels, sampleRate, { expect });
  const strand = { massKgPerM, count: 1, spanMm, stiffnessNPerMm: null };
  return {
    file,
    frequency: heard.hz,
    uncertainty: heard.sdHz,
    taps: heard.taps.map(({ at, hz, clarity }) => ({ at, frequency: hz, clarity })),
    tension: heard.hz === null ? null : tensionByTap(strand, heard.hz),
    quality: heard.quality,
    reason: REASONS[heard.reason],
  };
}
