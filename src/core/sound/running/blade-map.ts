import { bentPowers, whitened } from './warp';

/** Clarity of a tone with harmonics, by time, frequency and rate of change. */
export interface BladeMap {
  readonly fromS: number;
  readonly frames: number;
  /** Scores by frame, relative change per second, and frequency. */
  readonly scores: Float32Array;
  readonly bends: readonly number[];
}

export const MAP_HOP_S = 0.032;
const FRAME_S = 0.16;
const STEP = 0.01;
const LOWEST = 0.28;
const HIGHEST = 1.1;
const GRID = Math.ceil(Math.log(HIGHEST / LOWEST) / STEP) + 1;
const HARMONICS = 13;
const TOP_HZ = 2600;

/** Map of a part of a recording. @param bends relative changes per second, rising */
export function bladeMap(x: Float64Array, rate: number, runHz: number, fromS: number, untilS: number, bends: readonly number[]): BladeMap {
  const length = Math.round(FRAME_S * rate);
  const size = 2 ** Math.ceil(Math.log2(length * 1.3));
  const frames = Math.max(0, Math.floor((untilS - fromS) / MAP_HOP_S));
  const scores = new Float32Array(frames * bends.length * GRID);
  const lines = Array.from({ length: GRID }, (_, g) => {
    const hz = runHz * LOWEST * Math.exp(g * STEP);
    const count = Math.min(HARMONICS, Math.floor(Math.min(TOP_HZ, 0.42 * rate) / hz));
    return Array.from({ length: count }, (_, h) => ((h + 1) * hz * size) / rate);
  });
  for (let t = 0; t < frames; t++)
    for (const [b, bend] of bends.entries()) {
      const ln = whitened(bentPowers(x, (fromS + t * MAP_HOP_S) * rate, length, bend / rate, size), Math.round((120 * size) / rate));
      const row = (t * bends.length + b) * GRID;
      let mean = 0;
      for (let g = 0; g < GRID; g++) {
        let sum = 0;
        for (const place of lines[g]!) {
          const k = Math.floor(place);
          sum += ln[k]! + (place - k) * (ln[k + 1]! - ln[k]!);
        }
        scores[row + g] = sum / Math.max(4, lines[g]!.length);
        mean += scores[row + g]! / GRID;
      }
      for (let g = 0; g < GRID; g++) scores[row + g]! -= mean;
    }
  return { fromS, frames, scores, bends };
}

/** A course of the frequency over frames, as places in a map. */
export interface Course {
  readonly cells: Int32Array;
  /** Weights of the cell, of the next frequency, of the next bend, and of both. */
  readonly parts: Float64Array;
}

/** Course of a speed from the time 0 on, in steps of MAP_HOP_S, while it is heard. @param weight of a share of the running speed; 0 ends the course */
export function courseOf(
  bends: readonly number[],
  share: (t: number) => number,
  weight: (share: number) => number,
  steps: number,
  direction: 1 | -1 = 1,
): Course {
  const cells: number[] = [];
  const parts: number[] = [];
  for (let k = 0; k < steps; k++) {
    const t = k * MAP_HOP_S;
    const s = share(t);
    const w = weight(s);
    const place = Math.log(s / LOWEST) / STEP;
    if (!(w > 0) || !(place >= 0 && place < GRID - 1)) break;
    const bend = (direction * (share(t + 0.012) - share(t - 0.012))) / (0.024 * s);
    let b = 0;
    while (b < bends.length - 2 && bends[b + 1]! < bend) b++;
    const along = Math.min(1, Math.max(0, (bend - bends[b]!) / (bends[b + 1]! - bends[b]!)));
    const g = Math.floor(place);
    const part = place - g;
    cells.push(b * GRID + g);
    parts.push(w * (1 - part) * (1 - along), w * part * (1 - along), w * (1 - part) * along, w * part * along);
  }
  return { cells: Int32Array.from(cells), parts: Float64Array.from(parts) };
}

/** Sum of the scores along a course that starts at a frame. */
export function sumAlong({ scores, frames, bends }: BladeMap, { cells, parts }: Course, frame: number): number {
  const row = bends.length * GRID;
  let sum = 0;
  for (let k = 0; k < cells.length; k++) {
    const t = frame + k;
    if (t < 0) continue;
    if (t >= frames) break;
    const at = t * row + cells[k]!;
    sum +=
      parts[4 * k]! * scores[at]! +
      parts[4 * k + 1]! * scores[at + 1]! +
      parts[4 * k + 2]! * scores[at + GRID]! +
      parts[4 * k + 3]! * scores[at + GRID + 1]!;
  }
  return sum;
}
