import { chanceHeard, partialEvidence, partialHz, type FitRange } from './string-fit';
import type { SoundStrike } from './strike';

const LOWEST_HZ = 11;
const TOP_HZ = 260;
/** Step from note to note, as a share. */
const GRID = 0.004;
const COARSE_PARTIALS = 16;
/** Of the strongest bin, so much is taken for what no string explains. */
const UNEXPLAINED = 0.004;
/** Notes to be looked at closely: over all strikes, and more from each. */
const CANDIDATES = 9;
const MORE_EACH = 2;

/** Notes worth a closer look: those whose partials stand out together, over all strikes and in each. */
export function coarseNotes(strikes: readonly SoundStrike[], { lowestHz, highestHz }: FitRange): number[] {
  const steps = Math.ceil(Math.log(TOP_HZ / LOWEST_HZ) / GRID);
  const grid = Float64Array.from({ length: steps + 1 }, (_, i) => LOWEST_HZ * Math.exp(i * GRID));
  const each = strikes.map((strike) => {
    const noise = unexplained(strike);
    return grid.map((hz) => {
      let score = 0;
      for (let n = 1; n <= COARSE_PARTIALS; n++) {
        const f = partialHz({ hz, stiffness: 1e-4 }, n);
        if (f > highestHz) break;
        if (f < lowestHz) continue;
        score += partialEvidence(top(strike, f, 0.004 * f) / noise, chanceHeard(n, f));
      }
      return score;
    });
  });
  const sum = grid.map((_, i) => each.reduce((a, s) => a + Math.max(0, s[i]!), 0));
  const found = new Set<number>();
  const peaks = (scores: Float64Array, most: number) =>
    [...scores.keys()]
      .filter((i) => scores[i]! > 0 && scores[i]! >= (scores[i - 1] ?? -Infinity) && scores[i]! > (scores[i + 1] ?? -Infinity))
      .sort((a, b) => scores[b]! - scores[a]!)
      .slice(0, most)
      .forEach((i) => found.add(i));
  peaks(sum, CANDIDATES);
  for (const scores of each) peaks(scores, MORE_EACH);
  return [...found]
    .sort((a, b) => sum[b]! - sum[a]!)
    .reduce<number[]>((a, i) => (a.some((hz) => Math.abs(Math.log(hz / grid[i]!)) < 0.02) ? a : [...a, grid[i]!]), []);
}

/** Greatest energy of the bins about a note. */
function top({ bins, binHz }: SoundStrike, hz: number, within: number): number {
  const middle = hz / binHz;
  const half = Math.max(0.5, within / binHz);
  let most = 0;
  for (let k = Math.max(0, Math.round(middle - half)); k <= Math.min(bins.length - 1, Math.round(middle + half)); k++)
    most = Math.max(most, bins[k]!);
  return most;
}

/** What no string explains: the finger, the room, other planes of swinging. A small share of all there is. */
function unexplained({ bins }: SoundStrike): number {
  let most = 0;
  for (const b of bins) most = Math.max(most, b);
  return 1 + UNEXPLAINED * most;
}
