import type { Stretch } from './hum';
import { framePowers } from './prepare';
import { minimumPhaseFilter } from './spectrum';

export interface White {
  /** Noise of variance 1 a sample within the band, and nothing outside. */
  readonly samples: Float64Array;
  readonly rate: number;
  readonly lowestHz: number;
  readonly highestHz: number;
}

const FRAME_S = 0.128;
/** Bins of the filter, both halves. */
const FILTER = 4096;
const LOWEST_HZ = 10;
const HIGHEST_HZ = 1350;
/** Smoothing width of the noise, as a share and at least in Hz. */
const SMOOTH_SHARE = 0.12;
const SMOOTH_HZ = 10;
/** Level below the loudest frame that cannot be separated from remains of mains and other sounds. */
const DEPTH = 1e-6;
/** Number of quiet frames for the noise. With fewer, the lowest quarter of all frames is used. */
const LEAST_FRAMES = 4;

/** Sound filtered so that the noise before the taps is flat over the band. The taps keep their onset. */
export function whitened(x: Float64Array, rate: number, quiet: readonly Stretch[]): White {
  const frame = Math.round(FRAME_S * rate);
  const highestHz = Math.min(HIGHEST_HZ, 0.42 * rate);
  const still = framePowers(x, frame, (from) => quiet.some(([a, b]) => from >= a - frame / 4 && from + frame <= b + frame / 4));
  const bins = still.power.length;
  const hzOf = (k: number) => (k * rate) / (2 * (bins - 1));
  const source = still.frames >= LEAST_FRAMES ? still.power : still.quartile;
  let loudest = 0;
  still.loudest.forEach((p, k) => (loudest = hzOf(k) >= LOWEST_HZ && hzOf(k) <= highestHz ? Math.max(loudest, p) : loudest));
  const floor = smoothed(source, hzOf).map((p) => p + DEPTH * loudest + 1e-24);
  const bins2 = FILTER / 2 + 1;
  const lnGain = Float64Array.from({ length: bins2 }, (_, k) => {
    const hz = (k * rate) / FILTER;
    const at = Math.min(bins - 1.001, (hz / rate) * 2 * (bins - 1));
    const lower = Math.floor(at);
    const p = floor[lower]! + (at - lower) * (floor[lower + 1]! - floor[lower]!);
    // Left away beyond the band, gently, so that the filter is short.
    const below = hz < LOWEST_HZ ? 2 * Math.log(Math.max(0.05, hz / LOWEST_HZ)) : 0;
    const above = hz > highestHz ? -Math.min(5, (hz - highestHz) / 25) : 0;
    return -0.5 * Math.log(p) + below + above;
  });
  return { samples: minimumPhaseFilter(x, lnGain), rate, lowestHz: LOWEST_HZ, highestHz };
}

/** Each bin as the mean of its logarithms round about, over a width that grows with the note. */
function smoothed(power: Float64Array, hzOf: (bin: number) => number): Float64Array {
  const step = hzOf(1);
  return power.map((_, k) => {
    const half = Math.max(1, Math.round(Math.max(SMOOTH_HZ, SMOOTH_SHARE * hzOf(k)) / step / 2));
    let [sum, n] = [0, 0];
    for (let j = Math.max(1, k - half); j <= Math.min(power.length - 1, k + half); j++, n++) sum += Math.log(power[j]! + 1e-24);
    return Math.exp(sum / n);
  });
}
