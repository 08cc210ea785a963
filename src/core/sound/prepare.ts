import { powerOfTwo, powers } from './spectrum';

/** One channel at a low rate: all that a belt's notes need. */
export interface Slow {
  readonly samples: Float64Array;
  readonly rate: number;
}

/** Rate that is aimed at, per second: notes up to some 1,400 Hz. */
const LOW_RATE = 3600;
const TAPS_A_STEP = 12;
const QUARTILE_OF_MEAN = 0.2877;

/**
 * One channel of a recording. Dead or much quieter channels are ignored. A channel of opposite sign is inverted first,
 * so that two sides of one microphone do not cancel.
 */
export function toMono(channels: readonly Float32Array[]): Float32Array {
  const power = channels.map((c) => powerOf(c));
  const top = Math.max(...power);
  const live = channels.filter((_, i) => power[i]! > 0.03 * top);
  const first = live[power.indexOf(top) >= 0 ? live.indexOf(channels[power.indexOf(top)]!) : 0];
  if (!first || live.length < 2) return first ?? channels[0] ?? new Float32Array();
  const out = Float32Array.from(first);
  for (const other of live) {
    if (other === first) continue;
    let along = 0;
    for (let i = 0; i < first.length; i++) along += first[i]! * (other[i] ?? 0);
    for (let i = 0; i < out.length; i++) out[i]! += Math.sign(along || 1) * (other[i] ?? 0);
  }
  return out;
}

/** Power of a channel without its constant part. */
function powerOf(x: Float32Array): number {
  let [sum, squares] = [0, 0];
  for (const v of x) {
    sum += v;
    squares += v * v;
  }
  return squares / Math.max(1, x.length) - (sum / Math.max(1, x.length)) ** 2;
}

/** At a whole fraction of the rate, through a windowed sinc; the constant part left away. */
export function downsample(samples: Float32Array | Float64Array, rate: number, aimedRate = LOW_RATE): Slow {
  const step = Math.max(1, Math.floor(rate / aimedRate));
  const half = TAPS_A_STEP * step;
  const filter = Float64Array.from({ length: 2 * half + 1 }, (_, i) => {
    const t = (i - half) / step;
    const x = 0.9 * Math.PI * t;
    return ((t === 0 ? 1 : Math.sin(x) / x) * (0.5 + 0.5 * Math.cos((Math.PI * (i - half)) / (half + 1))) * 0.9) / step;
  });
  const n = Math.floor(samples.length / step);
  const out = new Float64Array(n);
  if (step === 1) out.set(samples.subarray(0, n));
  else
    for (let i = 0; i < n; i++) {
      const middle = i * step;
      const from = Math.max(0, middle - half);
      const to = Math.min(samples.length - 1, middle + half);
      let sum = 0;
      for (let k = from; k <= to; k++) sum += samples[k]! * filter[k - middle + half]!;
      out[i] = sum;
    }
  let mean = 0;
  for (const v of out) mean += v / Math.max(1, n);
  for (let i = 0; i < n; i++) out[i]! -= mean;
  return { samples: out, rate: rate / step };
}

/**
 * Power of each bin over frames of a Hann window with half overlap: the mean of the accepted frames, the mean of quiet
 * frames, and the loudest frame. The quiet mean comes from the quartile over all frames, which is 0.2877 of the mean
 * for noise.
 */
export function framePowers(
  x: Float64Array,
  frame: number,
  take: (from: number) => boolean,
): { readonly power: Float64Array; readonly frames: number; readonly quartile: Float64Array; readonly loudest: Float64Array } {
  const size = powerOfTwo(frame);
  const window = Float64Array.from({ length: frame }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / frame));
  const energy = window.reduce((a, w) => a + w * w, 0);
  const power = new Float64Array(size / 2 + 1);
  let frames = 0;
  const every: Float64Array[] = [];
  const part = new Float64Array(frame);
  for (let from = 0; from + frame <= x.length; from += frame >> 1) {
    for (let i = 0; i < frame; i++) part[i] = x[from + i]! * window[i]!;
    const p = powers(part, size).map((v) => v / energy);
    every.push(p);
    if (!take(from)) continue;
    for (let k = 0; k < power.length; k++) power[k]! += p[k]!;
    frames++;
  }
  for (let k = 0; k < power.length; k++) power[k]! /= Math.max(1, frames);
  const quartile = power.map((_, k) => {
    const sorted = every.map((p) => p[k]!).sort((a, b) => a - b);
    return (sorted[sorted.length >> 2] ?? 0) / QUARTILE_OF_MEAN;
  });
  const loudest = power.map((_, k) => every.reduce((most, p) => Math.max(most, p[k]!), 0));
  return { power, frames, quartile, loudest };
}
