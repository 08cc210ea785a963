import { bentPowers, whitened } from './warp';

const FRAME_S = 0.064;
const HOP_S = 0.016;
const SIZE = 1024;
const LOWEST_HZ = 500;
const HIGHEST_HZ = 1900;
const STEP = 1.006;
/** By what share the pitch falls until the slip ends. */
const FALLS = [0.45, 0.52, 0.6, 0.68, 0.76];
/** At full slip the belt is still at rest or not yet tight. At the end of the slip the tone is weak. */
const LEAST_SLIP = 0.08;
const MOST_SLIP = 0.97;
const LEAST_FRAMES = 6;
/** Weight of the second harmonic. */
const SECOND = 0.4;
/** Least score, and least difference to the score of the run. True squeals score 17 to 38, other sounds 4 to 16. */
const LEAST = 15;
const LEAST_OVER = 7;
/** The run is compared from this time after the slip on, s. */
const LATER_S = 0.4;

/** Clarity of the clearest tone that falls with the slip. @param slipAt slip at a time: 1 at full slip, 0 without */
function scoreOf(x: Float64Array, rate: number, from: number, until: number, slipAt: (t: number) => number): number {
  let best = 0;
  for (const fall of FALLS) {
    const pitchAt = (t: number) => 1 - fall * (1 - slipAt(t));
    const frames: { readonly ln: Float64Array; readonly pitch: number }[] = [];
    for (let t = from; t < until; t += HOP_S) {
      if (slipAt(t) < LEAST_SLIP || slipAt(t) > MOST_SLIP) continue;
      const pitch = pitchAt(t);
      const bend = (pitchAt(t + 0.012) - pitchAt(t - 0.012)) / (0.024 * pitch * rate);
      frames.push({ ln: whitened(bentPowers(x, t * rate, Math.round(FRAME_S * rate), bend, SIZE), 30), pitch });
    }
    if (frames.length < LEAST_FRAMES) continue;
    for (let hz = LOWEST_HZ; hz < HIGHEST_HZ; hz *= STEP) {
      let sum = 0;
      for (const { ln, pitch } of frames)
        for (const harmonic of [1, 2]) {
          const place = (harmonic * hz * pitch * SIZE) / rate;
          const k = Math.floor(place);
          if (k > SIZE / 2 - 2) continue;
          sum += (harmonic === 1 ? 1 : SECOND) * (ln[k]! + (place - k) * (ln[k + 1]! - ln[k]!));
        }
      best = Math.max(best, sum / Math.sqrt(frames.length));
    }
  }
  return best;
}

/**
 * True where the belt squeals while it slips: a tone that falls with the slip, clearer than any in the run after it.
 * @param x recording without the engine
 * @param from time at which the lever is moved, s
 * @param until time at which the slip ends, s
 */
export function squeals(x: Float64Array, rate: number, from: number, until: number, slipAt: (t: number) => number): boolean {
  const own = scoreOf(x, rate, from, until, slipAt);
  if (own < LEAST) return false;
  const later = until - from + LATER_S;
  return own - scoreOf(x, rate, from + later, until + later, (t) => slipAt(t - later)) > LEAST_OVER;
}
