import { bentPowers, whitened } from './warp';

/** Speed of the engine over time, as the spacing of its lines. */
export interface EngineTrack {
  /** Seconds between two values. The first is at half of it. */
  readonly hopS: number;
  /** Spacing of the lines, Hz: half the revolutions per second of a four-stroke engine. */
  readonly hz: Float64Array;
  /** Clarity of the lines. About 0 in noise. */
  readonly clarity: Float64Array;
}

const LOWEST_HZ = 9.5;
const HIGHEST_HZ = 34;
const STEP = 0.01;
const FRAME_S = 0.34;
export const HOP_S = 0.025;
/** Relative changes of the speed per second that are tried. */
const BENDS = [-1.8, -1.1, -0.65, -0.35, -0.15, 0, 0.15, 0.35, 0.65, 1.1, 1.8];
const TOP_HZ = 720;
const GRID = Math.ceil(Math.log(HIGHEST_HZ / LOWEST_HZ) / STEP) + 1;
/** Cost of a change of the speed that its bend does not explain, per step of the grid. */
const COST = 0.06;
const REACH = 5;
const MOST_LINES = 36;

/** Follows the lines of an engine through a recording. @param x samples at `rate`, about 2,000 a second */
export function trackEngine(x: Float64Array, rate: number): EngineTrack {
  const length = Math.round(FRAME_S * rate);
  const size = 2 ** Math.ceil(Math.log2(length));
  const frames = Math.max(1, Math.floor(x.length / rate / HOP_S));
  const scores = new Float32Array(frames * GRID);
  const bends = new Int8Array(frames * GRID);
  const grid = Float64Array.from({ length: GRID }, (_, g) => LOWEST_HZ * Math.exp(g * STEP));
  const combs = Array.from(grid, (hz) => combBins((hz * size) / rate, (TOP_HZ * size) / rate));
  for (let t = 0; t < frames; t++) {
    const centre = (t + 0.5) * HOP_S * rate;
    for (const [b, bend] of BENDS.entries()) {
      const ln = whitened(bentPowers(x, centre, length, bend / rate, size), Math.round((30 * size) / rate));
      for (let g = 0; g < GRID; g++) {
        const s = combScore(ln, combs[g]!) - 0.03 * Math.abs(bend);
        if (b === 0 || s > scores[t * GRID + g]!) {
          scores[t * GRID + g] = s;
          bends[t * GRID + g] = b;
        }
      }
    }
  }
  return bestPath(scores, bends, grid, frames);
}

interface Comb {
  readonly bins: Int32Array;
  readonly weights: Float64Array;
}

/** Lines of a comb with weights, and the valleys between them with negative ones. @param spacing and `top` in bins */
function combBins(spacing: number, top: number): Comb {
  const bins: number[] = [];
  const weights: number[] = [];
  const last = Math.min(MOST_LINES, Math.floor(top / spacing));
  let [total, before] = [0, 0];
  for (let k = 2; k < last; k++) {
    const weight = 1 / Math.sqrt(k + 4);
    total += weight;
    bins.push(Math.round((k - 0.5) * spacing), Math.round(k * spacing));
    weights.push(-(weight + before) / 2, weight);
    before = weight;
  }
  bins.push(Math.round((last - 0.5) * spacing));
  weights.push(-before / 2);
  return { bins: Int32Array.from(bins), weights: Float64Array.from(weights, (w) => w / total) };
}

/** Mean of the lines of a comb less that of its valleys. */
function combScore(ln: Float64Array, { bins, weights }: Comb): number {
  let sum = 0;
  for (let i = 0; i < bins.length; i++) sum += weights[i]! * ln[bins[i]!]!;
  return sum;
}

/** Path of the largest sum of scores, with a cost for each change that the bend does not explain. */
function bestPath(scores: Float32Array, bends: Int8Array, grid: Float64Array, frames: number): EngineTrack {
  let sums = Float64Array.from({ length: GRID }, (_, g) => scores[g]!);
  const from = new Int16Array(frames * GRID);
  for (let t = 1; t < frames; t++) {
    const next = new Float64Array(GRID);
    for (let g = 0; g < GRID; g++) {
      let [best, at] = [-Infinity, g];
      const moved = (BENDS[bends[t * GRID + g]!]! * HOP_S) / STEP;
      for (let d = -REACH; d <= REACH; d++) {
        const p = g - d;
        if (p < 0 || p >= GRID) continue;
        const s = sums[p]! - COST * Math.abs(d - moved);
        if (s > best) [best, at] = [s, p];
      }
      next[g] = best + scores[t * GRID + g]!;
      from[t * GRID + g] = at;
    }
    sums = next;
  }
  let g = sums.reduce((best, s, k) => (s > sums[best]! ? k : best), 0);
  const hz = new Float64Array(frames);
  const clarity = new Float64Array(frames);
  for (let t = frames - 1; t >= 0; t--) {
    const at = t * GRID + g;
    const [left, middle, right] = [scores[at - 1] ?? 0, scores[at]!, scores[at + 1] ?? 0];
    const curve = left - 2 * middle + right;
    const shift = g > 0 && g < GRID - 1 && curve < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (left - right)) / curve)) : 0;
    hz[t] = grid[g]! * Math.exp(shift * STEP);
    clarity[t] = middle;
    g = from[at]!;
  }
  return { hopS: HOP_S, hz, clarity };
}
