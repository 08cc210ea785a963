import type { EngineTrack } from './engine-track';
import { valueAt } from './warp';

/** Cycles of the engine over which its mean is taken, to both sides. */
const REACH = 9;
/** Values of one cycle. */
const PER_CYCLE = 320;

/** Cycle count of the engine at each sample, and back. */
export interface EnginePhase {
  /** Cycles since the start, at steps of `hopS`. */
  readonly cycles: Float64Array;
  readonly hopS: number;
  /** Time at which a number of cycles is complete, s. */
  readonly timeOf: (cycle: number) => number;
  readonly at: (timeS: number) => number;
  readonly total: number;
}

export function phaseOf(track: EngineTrack, seconds: number): EnginePhase {
  const { hopS, hz } = track;
  const steps = Math.ceil(seconds / hopS) + 1;
  const cycles = new Float64Array(steps);
  const speed = (k: number) => hz[Math.min(hz.length - 1, Math.max(0, k))]!;
  // Edge k is between the values k-1 and k. A frame is centred on half a step.
  for (let k = 1; k < steps; k++) cycles[k] = cycles[k - 1]! + speed(k - 1) * hopS;
  const at = (t: number) => {
    const place = Math.min(steps - 1.0001, Math.max(0, t / hopS));
    const k = Math.floor(place);
    return cycles[k]! + (place - k) * (cycles[k + 1]! - cycles[k]!);
  };
  const timeOf = (cycle: number) => {
    let [low, high] = [0, steps - 1];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (cycles[middle]! <= cycle) low = middle;
      else high = middle;
    }
    const rise = cycles[low + 1]! - cycles[low]!;
    return (low + (rise > 0 ? (cycle - cycles[low]!) / rise : 0)) * hopS;
  };
  return { cycles, hopS, timeOf, at, total: cycles[steps - 1]! };
}

/**
 * Removes what repeats with each cycle of the engine. In the angle of the engine its lines are steady also while its
 * speed changes. The mean over some cycles is subtracted.
 */
export function removeEngine(x: Float64Array, rate: number, phase: EnginePhase): Float64Array {
  const cycles = Math.floor(phase.total);
  if (cycles < 3) return x;
  const turns = new Float64Array(cycles * PER_CYCLE);
  for (let c = 0; c < cycles; c++) {
    const [from, until] = [phase.timeOf(c) * rate, phase.timeOf(c + 1) * rate];
    for (let m = 0; m < PER_CYCLE; m++) turns[c * PER_CYCLE + m] = valueAt(x, from + ((until - from) * m) / PER_CYCLE);
  }
  const weights = Float64Array.from({ length: 2 * REACH + 1 }, (_, k) => 0.5 + 0.5 * Math.cos((Math.PI * (k - REACH)) / (REACH + 1)));
  const mean = new Float64Array(turns.length);
  for (let c = 0; c < cycles; c++) {
    let total = 0;
    for (let k = -REACH; k <= REACH; k++) {
      const d = c + k;
      if (d < 0 || d >= cycles) continue;
      const weight = weights[k + REACH]!;
      total += weight;
      for (let m = 0; m < PER_CYCLE; m++) mean[c * PER_CYCLE + m]! += weight * turns[d * PER_CYCLE + m]!;
    }
    for (let m = 0; m < PER_CYCLE; m++) mean[c * PER_CYCLE + m]! /= total;
  }
  const rest = new Float64Array(x.length);
  for (let i = 0; i < x.length; i++) rest[i] = x[i]! - valueAt(mean, phase.at(i / rate) * PER_CYCLE);
  return rest;
}
