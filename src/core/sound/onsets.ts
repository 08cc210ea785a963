import type { White } from './whiten';

export interface Onset {
  /** Sample at which it begins, and the one up to which it can be heard by itself. */
  readonly from: number;
  readonly to: number;
  /** ln of how much louder it is than what was before. */
  readonly rise: number;
}

const HOP_S = 0.005;
const AFTER_S = 0.08;
const BEFORE_S = 0.1;
const STEEP_S = 0.012;
const LEAST_RISE = 0.3;
const APART_S = 0.14;
const MOST = 12;
const LONGEST_S = 0.9;
const SHORTEST_S = 0.1;

/** Places where it gets louder at once, first to last: taps, thumps, and what else begins. */
export function onsetsIn({ samples, rate }: White): Onset[] {
  const hop = Math.max(1, Math.round(HOP_S * rate));
  const steps = Math.floor(samples.length / hop);
  const sums = new Float64Array(steps + 1);
  for (let s = 0; s < steps; s++) {
    let e = 0;
    for (let i = s * hop; i < (s + 1) * hop; i++) e += samples[i]! ** 2;
    sums[s + 1] = sums[s]! + e;
  }
  const mean = (from: number, to: number) => {
    const [a, b] = [Math.max(0, from), Math.min(steps, to)];
    return b > a ? (sums[b]! - sums[a]!) / ((b - a) * hop) : null;
  };
  const [after, before] = [Math.round(AFTER_S / HOP_S), Math.round(BEFORE_S / HOP_S)];
  const rises = Array.from({ length: steps }, (_, s) => {
    const now = mean(s, s + after);
    const was = mean(s - before, s);
    return now === null ? -Infinity : Math.log((now + 0.3) / ((was ?? 1) + 0.3));
  });
  const apart = Math.round(APART_S / HOP_S);
  const tops = rises
    .map((rise, s) => ({ rise, s }))
    .filter(({ rise, s }) => {
      if (rise < LEAST_RISE) return false;
      for (let d = 1; d <= apart; d++) if ((rises[s - d] ?? -1) > rise || (rises[s + d] ?? -1) >= rise) return false;
      return true;
    })
    .sort((a, b) => b.rise - a.rise)
    .slice(0, MOST)
    .sort((a, b) => a.s - b.s);
  const begins = tops.map(({ s }) => steepest(samples, rate, (s - 2) * hop, (s + after) * hop));
  return tops
    .map(({ rise }, i) => ({
      rise,
      from: begins[i]!,
      to: Math.min(samples.length, Math.round(begins[i]! + LONGEST_S * rate), (begins[i + 1] ?? Infinity) - 2 * hop),
    }))
    .filter(({ from, to }) => to - from >= SHORTEST_S * rate);
}

/** Where it rises most between two samples: the first few ms after against the same before. */
function steepest(x: Float64Array, rate: number, from: number, to: number): number {
  const span = Math.round(STEEP_S * rate);
  let [best, most] = [from, -Infinity];
  for (let i = Math.max(span, from); i < Math.min(x.length - span, to); i++) {
    let [was, now] = [0, 0];
    for (let k = 0; k < span; k++) {
      was += x[i - 1 - k]! ** 2;
      now += x[i + k]! ** 2;
    }
    const rise = (now - was) / (was / 4 + span);
    if (rise > most) [best, most] = [i, rise];
  }
  return Math.max(0, best);
}
