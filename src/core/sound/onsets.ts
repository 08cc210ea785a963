import type { White } from './whiten';

export interface Onset {
  /** Sample of the onset, and the last sample that can be analysed alone. */
  readonly from: number;
  readonly to: number;
  /** ln of how much louder it is than what was before. */
  readonly rise: number;
  /** The same from its first few milliseconds alone. A blow is loud from the first on, a syllable or a machine is not. */
  readonly attack: number;
}

const HOP_S = 0.005;
const AFTER_S = 0.08;
const BEFORE_S = 0.1;
const STEEP_S = 0.012;
const LEAST_RISE = 0.3;
/** Smallest share of the rise of a strike within its first milliseconds. */
const LEAST_ATTACK = 0.45;
const ATTACK_S = 0.015;
const APART_S = 0.14;
const MOST = 12;
const LONGEST_S = 0.9;
const SHORTEST_S = 0.1;

/** Sudden increases of loudness, in time order: taps, thumps and other onsets. */
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
  const short = Math.round(ATTACK_S / HOP_S);
  const rises = Array.from({ length: steps }, (_, s) => {
    const grown = (ahead: number, behind: number) => {
      const now = mean(s, s + ahead);
      return now === null ? -Infinity : Math.log((now + 0.3) / ((mean(s - behind, s) ?? 1) + 0.3));
    };
    // At the very start there is nothing to compare with.
    return { s, rise: grown(after, before), attack: s < short ? -Infinity : grown(short, short) };
  });
  const sharpness = rises.map(({ rise, attack }) => rise + attack);
  const apart = Math.round(APART_S / HOP_S);
  const tops = rises
    .filter(({ rise, attack, s }) => {
      if (rise < LEAST_RISE || attack < 0) return false;
      const own = sharpness[s]!;
      for (let d = 1; d <= apart; d++) if ((sharpness[s - d] ?? -1) > own || (sharpness[s + d] ?? -1) >= own) return false;
      return true;
    })
    .sort((a, b) => sharpness[b.s]! - sharpness[a.s]!)
    .slice(0, MOST)
    .sort((a, b) => a.s - b.s);
  const blows = tops
    .map(({ s, rise }) => ({ rise, ...steepest(samples, rate, (s - 2) * hop, (s + after) * hop) }))
    .filter(({ rise, attack }) => attack > LEAST_ATTACK * rise);
  return blows
    .map((blow, i) => ({
      ...blow,
      to: Math.min(samples.length, Math.round(blow.from + LONGEST_S * rate), (blows[i + 1]?.from ?? Infinity) - 2 * hop),
    }))
    .filter(({ from, to }) => to - from >= SHORTEST_S * rate);
}

/** Where it rises most between two samples, and by how much (ln): the first few ms after against the same before. */
function steepest(x: Float64Array, rate: number, first: number, last: number): { readonly from: number; readonly attack: number } {
  const span = Math.round(STEEP_S * rate);
  let [from, most, attack] = [Math.max(0, first), -Infinity, 0];
  for (let i = Math.max(span, first); i < Math.min(x.length - span, last); i++) {
    let [was, now] = [0, 0];
    for (let k = 0; k < span; k++) {
      was += x[i - 1 - k]! ** 2;
      now += x[i + k]! ** 2;
    }
    const rise = (now - was) / (was / 4 + span);
    if (rise > most) [from, most, attack] = [i, rise, Math.log((now + span) / (was + span))];
  }
  return { from, attack };
}
