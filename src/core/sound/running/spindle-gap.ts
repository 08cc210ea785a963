import { FRAME_CYCLES, type OrderSpectra } from './order-spectrum';

const HARMONICS = 13;
/** Highest line that is still clear. */
const TOP_LINE = 100;
const LEAST_HARMONICS = 4;
/** Largest difference that is looked for, as a share. */
const LARGEST = 0.045;
/** Two spindles that differ by less are taken for equal. */
const SMALLEST = 0.006;
const STEP = 0.0004;
/** Distance of a harmonic from one of the engine and from one of the loudest spindle, in bins. */
const OFF_ENGINE = 1.6;
const OFF_MAIN = 4;
/** Least clarity of the other spindle, as a share of that of the loudest. True ones have 0.43 to 1.1, single spindles up to 0.28. */
const LEAST = 0.36;
/** Ends of the run that are ignored, s. */
const EDGE_S = 0.3;

/**
 * Difference of speed between the loudest spindle and the clearest other one, as a share. Null where there is none.
 * @param order pass tone of the loudest, in lines of the engine
 */
export function spindleGap({ times, ln }: OrderSpectra, order: number, from: number, until: number): number | null {
  const used = ln.filter((_, i) => times[i]! > from + EDGE_S && times[i]! < until - EDGE_S);
  if (used.length === 0) return null;
  const mean = used[0]!.map((_, k) => used.reduce((a, frame) => a + frame[k]!, 0) / used.length);
  const score = (at: number, main: number | null) => {
    let [sum, count] = [0, 0];
    for (let h = 1; h <= HARMONICS && h * at < TOP_LINE; h++) {
      const place = h * at * FRAME_CYCLES;
      const k = Math.floor(place);
      if (k > mean.length - 3) break;
      if (Math.abs(h * at - Math.round(h * at)) * FRAME_CYCLES < OFF_ENGINE) continue;
      if (main !== null && Math.abs(place - h * main * FRAME_CYCLES) < OFF_MAIN) continue;
      sum += mean[k]! + (place - k) * (mean[k + 1]! - mean[k]!);
      count++;
    }
    return count < LEAST_HARMONICS ? 0 : sum / Math.max(LEAST_HARMONICS + 1, count);
  };
  const clearest = (shares: readonly number[], at: number, main: number | null) =>
    shares.reduce(
      (best, share) => {
        const s = score(at * (1 + share), main);
        return s > best.score ? { share, score: s } : best;
      },
      { share: 0, score: -Infinity },
    );
  const own = clearest(range(-0.004, 0.004, STEP / 2), order, null);
  const main = order * (1 + own.share);
  const apart = range(-LARGEST, LARGEST, STEP).filter((share) => Math.abs(share) >= SMALLEST);
  const other = clearest(apart, main, main);
  return other.score > LEAST * own.score ? Math.abs(other.share) : null;
}

const range = (from: number, until: number, step: number): readonly number[] =>
  Array.from({ length: Math.round((until - from) / step) + 1 }, (_, i) => from + i * step);
