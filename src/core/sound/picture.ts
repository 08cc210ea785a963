import { toMono, downsample } from './prepare';
import { powers, powerOfTwo } from './spectrum';

/** Picture of a recording: loudness by frequency, after its taps and without them. */
export interface SoundPicture {
  /** Hz from one point to the next, from 0 on. */
  readonly stepHz: number;
  /** dB under the loudest, −60 … 0. */
  readonly ringsDb: readonly number[];
  readonly quietDb: readonly number[];
}

const TOP_HZ = 500;
const POINTS = 240;
/** Interval after each tap, s, starting after the finger has left. */
const FROM_S = 0.015;
const FOR_S = 0.4;
const LEAST_DB = -60;

/** @param taps times of the taps, s from the start; without them the whole recording is used */
export function soundPicture(channels: readonly Float32Array[], rate: number, taps: readonly number[]): SoundPicture {
  const { samples, rate: slow } = downsample(toMono(channels), rate);
  const long = Math.min(samples.length, Math.round(FOR_S * slow));
  const size = Math.max(8192, powerOfTwo(long));
  const loudness = (starts: readonly number[]): Float64Array => {
    const sum = new Float64Array(POINTS);
    for (const start of starts) {
      const part = samples.slice(start, start + long).map((v, i) => v * (0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / long)));
      const p = powers(part, size);
      for (let k = 0; k < p.length; k++) {
        const at = Math.floor((k * slow) / size / (TOP_HZ / POINTS));
        // The loudest within a step: a note is narrower than one.
        if (at < POINTS) sum[at] = Math.max(sum[at]!, p[k]!);
      }
    }
    return sum;
  };
  const at = (s: number) => Math.max(0, Math.min(samples.length - long, Math.round(s * slow)));
  const every = Array.from({ length: Math.max(1, Math.floor(samples.length / Math.max(1, long))) }, (_, i) => i * long);
  const rings = loudness(taps.length > 0 ? taps.map((t) => at(t + FROM_S)) : every);
  const away = every.filter((from) => taps.every((t) => from + long < t * slow || from > (t + 1) * slow));
  const quiet = loudness(taps.length > 0 ? away : []);
  const top = Math.max(...rings, ...quiet, Number.MIN_VALUE);
  const db = (p: Float64Array) => Array.from(p, (v) => Math.max(LEAST_DB, 10 * Math.log10(Math.max(v, Number.MIN_VALUE) / top)));
  return { stepHz: TOP_HZ / POINTS, ringsDb: db(rings), quietDb: db(quiet) };
}
