import type { Stretch } from './hum';
import { powerOfTwo, powers } from './spectrum';

const FRAME_S = 0.064;
/** Bands that are checked separately: a ring fills one band and leaves the others unchanged. */
const BANDS_HZ = [9, 45, 90, 180, 360, 720, 1440];
/** Standard deviation of ln of one bin's power in noise: π/√6. */
const LN_POWER_STRAYS = 1.28;
/** Smallest share of frames that count as quiet. */
const LEAST_QUIET = 0.3;
/** Number of standard deviations by which one band of a frame must exceed the quiet frames. */
const LOUDER = 1;

/**
 * Stretches without events. Each frame is compared with the quiet level of each bin. Thus loud mains does not hide a
 * soft tap.
 */
export function quietStretches(x: Float64Array, rate: number): Stretch[] {
  const frame = Math.round(FRAME_S * rate);
  const hop = frame >> 1;
  const size = powerOfTwo(frame);
  const window = Float64Array.from({ length: frame }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / frame));
  const frames: Float64Array[] = [];
  const part = new Float64Array(frame);
  for (let from = 0; from + frame <= x.length; from += hop) {
    for (let i = 0; i < frame; i++) part[i] = x[from + i]! * window[i]!;
    frames.push(powers(part, size));
  }
  if (frames.length === 0) return [];
  const activity = new Float64Array(frames.length).fill(-Infinity);
  const binOf = (hz: number) => Math.max(1, Math.round((hz * size) / rate));
  for (let band = 0; band + 1 < BANDS_HZ.length; band++) {
    const [low, high] = [binOf(BANDS_HZ[band]!), Math.min(binOf(BANDS_HZ[band + 1]!), Math.floor(0.4 * size))];
    if (high <= low) continue;
    const over = new Float64Array(frames.length);
    for (let k = low; k < high; k++) {
      const sorted = frames.map((f) => f[k]!).sort((x, y) => x - y);
      const floor = sorted[Math.floor(0.25 * sorted.length)]! + 1e-20;
      frames.forEach((f, i) => (over[i]! += Math.log((f[k]! + 1e-20) / floor)));
    }
    // Standard deviation of the mean of `n` logarithms of powers.
    const strays = LN_POWER_STRAYS * Math.sqrt(high - low);
    over.forEach((sum, i) => (activity[i] = Math.max(activity[i]!, sum / strays)));
  }
  const sorted = [...activity].sort((a, b) => a - b);
  const limit = sorted[Math.floor(LEAST_QUIET * sorted.length)]! + LOUDER;
  const stretches: [number, number][] = [];
  activity.forEach((a, i) => {
    if (a > limit) return;
    const from = i * hop + (hop >> 1);
    const last = stretches[stretches.length - 1];
    if (last && from <= last[1]) last[1] = from + hop;
    else stretches.push([from, from + hop]);
  });
  return stretches.filter(([from, to]) => to - from >= 2 * hop);
}
