import { orderScore, type OrderSpectra } from './order-spectrum';

/** The part of a recording in which the blades turn with the engine. */
export interface Run {
  /** Pass tone in lines of the engine: half its revolutions. */
  readonly order: number;
  /** s from the start of the recording. */
  readonly from: number;
  readonly until: number;
  /** Mean score per second. In noise it stays below 4. */
  readonly scorePerS: number;
}

const HARMONICS = 12;
const LOWEST_RATIO = 0.7;
const HIGHEST_RATIO = 1.42;
const STEP = 1.001;
/** Scores below this are noise. */
const LEAST = 0.35;
/** Limit of the run, as a share of the clearest frames. */
const SHARE = 0.45;
/** Share of the frames that are taken for the clearest. */
const CLEAREST = 0.15;
const HINT_SD = 0.05;

/** Usual ratio between the speeds of blades and engine: within a fifth. */
const usual = (ratio: number): number => -0.5 * (Math.max(0, Math.abs(Math.log(ratio)) - 0.2) / 0.1) ** 2;

/** Agreement with a stated speed, which may be that of the blades or of the engine. 0 at best. */
function agrees(runRpm: number | undefined, ratio: number, engineHz: number): number {
  if (runRpm === undefined) return 0;
  const odd = Math.min(...[1, ratio].map((r) => Math.abs(Math.log((60 * engineHz * r) / runRpm)) / HINT_SD));
  return -Math.min(8, 0.5 * odd * odd);
}

/**
 * Finds the order of the pass tone, and from when until when it is heard: the order and the interval with the largest
 * sum of scores.
 * @param lineHzAt spacing of the lines of the engine at a time
 */
export function findRun(spectra: OrderSpectra, tips: number, runRpm: number | undefined, lineHzAt: (t: number) => number): Run | null {
  const { times, ln } = spectra;
  let [best, most]: [Run | null, number] = [null, 0];
  for (let order = 2 * tips * LOWEST_RATIO; order < 2 * tips * HIGHEST_RATIO; order *= STEP) {
    const series = ln.map((frame) => orderScore(frame, order, HARMONICS));
    const clearest = [...series].sort((a, b) => b - a)[Math.floor(series.length * CLEAREST)] ?? 0;
    const limit = Math.max(LEAST, SHARE * clearest);
    const ratio = order / 2 / tips;
    let [sum, whole, from] = [0, 0, 0];
    for (const [i, v] of series.entries()) {
      if (sum <= 0) [sum, whole, from] = [0, 0, i];
      sum += v - limit;
      whole += v;
      if (sum <= most) continue;
      const score = sum + usual(ratio) + agrees(runRpm, ratio, 2 * lineHzAt((times[from]! + times[i]!) / 2));
      if (score <= most) continue;
      most = score;
      best = { order, from: times[from]!, until: times[i]!, scorePerS: (whole / (i - from + 1)) * 10 };
    }
  }
  return best;
}
