import type { Onset } from './onsets';
import { powerOfTwo, powers } from './spectrum';
import type { Struck } from './string-fit';
import type { White } from './whiten';

/** Left away after a strike, s: the finger is still on it. */
const FINGER_S = 0.012;
const WINDOW_FALL_S = 0.11;
/** Power of noise a sample, most of the band being left; of the samples, so many are free. */
export const NOISE = 0.75;
const FREEDOM = 0.75;

/** What sounds after something was struck. */
export interface SoundStrike extends Onset {
  readonly sound: Struck;
  /** Energy in each bin over noise, as a χ² of two. */
  readonly bins: Float64Array;
  readonly binHz: number;
  /** How much of it is left a tenth of a second later, dB. */
  readonly lastsDb: number;
}

export function strikeOf(white: White, onset: Onset): SoundStrike {
  const from = onset.from + Math.round(FINGER_S * white.rate);
  const sound = white.samples.slice(from, onset.to);
  const size = Math.max(8192, powerOfTwo(sound.length * 2));
  let energy = 0;
  const shaped = sound.map((v, i) => {
    const t = i / white.rate;
    const left = (sound.length - i) / white.rate;
    const w = (1 - Math.exp(-t / 0.004)) * Math.exp(-t / WINDOW_FALL_S) * Math.min(1, left / 0.02);
    energy += w * w;
    return v * w;
  });
  const p = powers(shaped, size);
  return {
    ...onset,
    sound: struck(sound, white.rate),
    bins: p.map((v) => (2 * v) / energy),
    binHz: white.rate / size,
    lastsDb: lasts(sound, white.rate),
  };
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
  return { samples, energy, freedom: squares > 0 ? FREEDOM * block * (energy ** 2 / squares) : 1 };
}

/** Loudness over noise from 60 to 140 ms on, against that of the first 40 ms, dB; never less than what noise lets be seen. */
function lasts(sound: Float64Array, rate: number): number {
  const mean = (from: number, to: number) => {
    const part = sound.subarray(Math.round(from * rate), Math.round(to * rate));
    return { power: part.reduce((a, v) => a + v * v, 0) / Math.max(1, part.length), n: Math.max(1, part.length) };
  };
  const [first, later] = [mean(0, 0.04), mean(0.06, 0.14)];
  return 10 * Math.log10(Math.max(later.power - NOISE, 2.5 / Math.sqrt(later.n)) / Math.max(first.power - NOISE, 0.01));
}
