import { powers } from '../spectrum';
import type { EnginePhase } from './remove-engine';
import { hann, valueAt, whitened } from './warp';

/** Values per engine cycle. */
const PER_CYCLE = 256;
/** Cycles of a frame, a power of two. */
export const FRAME_CYCLES = 16;
const SIZE = PER_CYCLE * FRAME_CYCLES;

/** Spectra over the angle of the engine. Lines that turn with it are steady. */
export interface OrderSpectra {
  /** Time of the middle of each frame, s. */
  readonly times: readonly number[];
  /** ln over the floor, by FRAME_CYCLES bins a line of the engine. */
  readonly ln: readonly Float32Array[];
}

export function orderSpectra(x: Float64Array, rate: number, phase: EnginePhase, hopS: number): OrderSpectra {
  const times: number[] = [];
  const ln: Float32Array[] = [];
  const window = hann(SIZE);
  const frame = new Float64Array(SIZE);
  const seconds = x.length / rate;
  for (let t = hopS / 2; t < seconds; t += hopS) {
    const middle = phase.at(t);
    for (let c = 0; c < FRAME_CYCLES; c++) {
      const [from, until] = [phase.timeOf(middle + c - FRAME_CYCLES / 2) * rate, phase.timeOf(middle + c + 1 - FRAME_CYCLES / 2) * rate];
      for (let m = 0; m < PER_CYCLE; m++) {
        const i = c * PER_CYCLE + m;
        frame[i] = valueAt(x, from + ((until - from) * m) / PER_CYCLE) * window[i]!;
      }
    }
    times.push(t);
    ln.push(new Float32Array(whitened(powers(frame, SIZE), 3 * FRAME_CYCLES)));
  }
  return { times, ln };
}

const LEAST_APART = 1.2;

/** Mean of the harmonics of an order over the floor. Those on a line of the engine do not count. @param order in lines of the engine */
export function orderScore(ln: Float32Array, order: number, harmonics: number): number {
  let [sum, weights] = [0, 0];
  for (let h = 1; h <= harmonics; h++) {
    const place = h * order * FRAME_CYCLES;
    if (place > ln.length - 3 || h * order > PER_CYCLE * 0.4) break;
    const apart = Math.abs(h * order - Math.round(h * order)) * FRAME_CYCLES;
    if (apart < LEAST_APART) continue;
    const k = Math.floor(place);
    sum += ln[k]! + (place - k) * (ln[k + 1]! - ln[k]!);
    weights++;
  }
  return weights > 2 ? sum / Math.max(6, weights) : 0;
}
