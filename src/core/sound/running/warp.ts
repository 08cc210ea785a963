import { powers } from '../spectrum';

/** Value of samples at a place between them, by the cubic through four (Catmull-Rom). Zero outside. */
export function valueAt(x: Float64Array, place: number): number {
  const k = Math.floor(place);
  if (k < 1 || k + 2 >= x.length) return 0;
  const t = place - k;
  const [a, b, c, d] = [x[k - 1]!, x[k]!, x[k + 1]!, x[k + 2]!];
  return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
}

/** Hann windows by their length. */
const windows = new Map<number, Float64Array>();
export function hann(length: number): Float64Array {
  let window = windows.get(length);
  if (!window) {
    window = Float64Array.from({ length }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length));
    windows.set(length, window);
  }
  return window;
}

/** Work space by length. */
const spaces = new Map<number, Float64Array>();
function spaceFor(length: number): Float64Array {
  let space = spaces.get(length);
  if (!space) spaces.set(length, (space = new Float64Array(length)));
  return space;
}

/**
 * Power spectrum of a frame in which all harmonics of a tone rise or fall at one rate. The frame is resampled so that
 * they become steady (fan-chirp transform; Kepesi and Weruaga, 2006).
 * @param centre middle of the frame, samples
 * @param length samples of the frame
 * @param bend relative change of the frequency per sample
 * @param size size of the transform, a power of two
 */
export function bentPowers(x: Float64Array, centre: number, length: number, bend: number, size: number): Float64Array {
  const window = hann(length);
  const frame = spaceFor(length).fill(0);
  for (let i = 0; i < length; i++) {
    const angle = i - (length - 1) / 2;
    const inner = 1 + 2 * bend * angle;
    if (inner <= 0.04) continue;
    const time = Math.abs(bend) < 1e-9 ? angle : (Math.sqrt(inner) - 1) / bend;
    frame[i] = (valueAt(x, centre + time) * window[i]!) / Math.sqrt(Math.sqrt(inner));
  }
  return powers(frame, size);
}

/** ln of a power spectrum over its smooth floor, in its place: the mean of ln over `half` bins to both sides. Limited to −1…4. */
export function whitened(power: Float64Array, half: number): Float64Array {
  const n = power.length;
  const total = spaceFor(n + 1);
  total[0] = 0;
  for (let k = 0; k < n; k++) {
    power[k] = Math.log(power[k]! + 1e-30);
    total[k + 1] = total[k]! + power[k]!;
  }
  for (let k = 0; k < n; k++) {
    const [from, to] = [Math.max(0, k - half), Math.min(n, k + half + 1)];
    power[k] = Math.min(4, Math.max(-1, power[k]! - (total[to]! - total[from]!) / (to - from)));
  }
  return power;
}
