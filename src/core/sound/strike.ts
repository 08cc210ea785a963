import type { Onset } from './onsets';
import { project, projectable } from './projection';
import type { Struck } from './string-fit';
import type { White } from './whiten';

/**
 * Time to skip after a strike, s. The finger stays on the span for some milliseconds. Its thud and the high partials
 * last slightly longer. A short ring is analysed from the first of these, a long one from a later one.
 */
export const LEFT_OUT_S = [0.004, 0.013, 0.03] as const;
/** Noise power per sample in most of the band, and the number of independent samples. */
export const NOISE = 0.75;
const FREEDOM = 0.75;
/** Notes of the constant-quality spectrum: from, to, and the step as a share. */
export const NOTES = { fromHz: 10, toHz: 1350, step: 0.01 } as const;
/** Quality of its filters, in the middle of what rubber has. */
const ANALYSIS_Q = 15;
/** Length of a filter in decay times. */
const FALLS = 4;

/** Sound after a strike. */
export interface SoundStrike extends Onset {
  readonly sound: Struck;
  /** Energy about each note of `NOTES` over noise, as a χ² of two, by filters as wide as rubber rings. */
  readonly notes: Float64Array;
}

/** @param leftOutS skipped part at the start, s */
export function strikeOf(white: White, onset: Onset, leftOutS: number): SoundStrike {
  const sound = struck(white.samples.slice(onset.from + Math.round(leftOutS * white.rate), onset.to), white.rate);
  return { ...onset, sound, notes: constantQuality(sound, white) };
}

/**
 * Energy of damped oscillations from the strike, by frequency: |Σ yᵢ·ρⁱ·e^(−iωi)|² over Σρ²ⁱ. It shows a short ring at
 * a high frequency and a long ring at a low one.
 */
function constantQuality(sound: Struck, { rate, highestHz }: White): Float64Array {
  const count = Math.ceil(Math.log(NOTES.toHz / NOTES.fromHz) / NOTES.step);
  return Float64Array.from({ length: count }, (_, k) => {
    const hz = NOTES.fromHz * Math.exp(k * NOTES.step);
    if (hz > highestHz) return 0;
    const fall = (ANALYSIS_Q / (Math.PI * hz)) * rate;
    const rho = Math.exp(-1 / fall);
    const end = Math.min(sound.samples.length, Math.ceil(FALLS * fall));
    const [re, im] = project(sound, (2 * Math.PI * hz) / rate, fall, end);
    return (2 * (re * re + im * im) * (1 - rho * rho)) / (1 - rho ** (2 * end));
  });
}

/** How many numbers hold a sound: those of the time in which it is loud, by how evenly its energy is spread. */
function struck(samples: Float64Array, rate: number): Struck {
  const block = Math.round(0.01 * rate);
  let [energy, squares] = [0, 0];
  for (let from = 0; from < samples.length; from += block) {
    let sum = 0;
    for (let i = from; i < Math.min(samples.length, from + block); i++) sum += samples[i]! ** 2;
    energy += sum;
    squares += sum * sum;
  }
  return { ...projectable(samples), energy, freedom: squares > 0 ? FREEDOM * block * (energy ** 2 / squares) : 1 };
}
