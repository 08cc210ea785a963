import type { Posterior } from './posterior';
import type { Vocabulary } from './vocabulary';

/** Predicted results of one check. */
export interface PredictedResults {
  readonly check: string;
  /** Chance of each result, least severe first. */
  readonly chances: readonly number[];
  /** Mutual information of its result and what is wrong, bits. */
  readonly bits: number;
  /** Chance of each cause, by index, after each result; only where asked for. */
  readonly after: readonly Float64Array[];
}

/** Probability of each cause now. 0 after its repair. */
export function causeProbabilities({ total, singles, repaired }: Posterior): Float64Array {
  return singles.map((w, i) => (total > 0 && !repaired.has(i) ? w / total : 0));
}

/**
 * Posterior, divided by the causes of a check that are present: none, one, two or three. By inclusion and exclusion: a
 * set holds at most three causes, so triples are the last term.
 * @param F_leak cumulative over results without any of them
 * @param F_given same for each cause alone, by index in `own`
 * @param each callback for a part: its causes by index in `own` (−1 for none), and the weight of all sets with exactly these; then their cumulative probability of each result. The next call overwrites it
 */
function eachPart(
  { total, singles, pairs, triple, causes }: Posterior,
  own: readonly number[],
  F_leak: Float64Array,
  F_given: readonly Float64Array[],
  each: (x: number, y: number, z: number, weight: number, F: Float64Array) => void,
): void {
  const n = causes.length;
  const m = own.length;
  const R = F_leak.length;
  const [F1, F2, F3] = [new Float64Array(R), new Float64Array(R), new Float64Array(R)];
  const times = (to: Float64Array, of: Float64Array, by: Float64Array) => {
    for (let r = 0; r < R; r++) to[r] = of[r]! * by[r]!;
  };
  const inTriples = new Float64Array(m * m);
  const taken = new Float64Array(m);
  let none = total;
  for (let x = 0; x < m; x++) {
    times(F1, F_leak, F_given[x]!);
    for (let y = x + 1; y < m; y++) {
      times(F2, F1, F_given[y]!);
      for (let z = y + 1; z < m; z++) {
        const weight = triple(own[x]!, own[y]!, own[z]!);
        if (weight === 0) continue;
        times(F3, F2, F_given[z]!);
        each(x, y, z, weight, F3);
        none -= weight;
        inTriples[x * m + y]! += weight;
        inTriples[x * m + z]! += weight;
        inTriples[y * m + z]! += weight;
        taken[x]! += weight;
        taken[y]! += weight;
        taken[z]! += weight;
      }
    }
  }
  for (let x = 0; x < m; x++) {
    times(F1, F_leak, F_given[x]!);
    for (let y = x + 1; y < m; y++) {
      times(F2, F1, F_given[y]!);
      const weight = pairs[own[x]! * n + own[y]!]! - inTriples[x * m + y]!;
      each(x, y, -1, weight, F2);
      none -= weight;
      taken[x]! += weight;
      taken[y]! += weight;
    }
  }
  for (let x = 0; x < m; x++) {
    times(F1, F_leak, F_given[x]!);
    const weight = singles[own[x]!]! - taken[x]!;
    each(x, -1, -1, weight, F1);
    none -= weight;
  }
  each(-1, -1, -1, none, F_leak);
}

/**
 * Probability of each result of a check, and the posterior after it.
 * @param withAfter true to compute the causes after each result
 */
export function predictResults(words: Vocabulary, posterior: Posterior, check: string, withAfter: boolean): PredictedResults {
  const { causes, repaired, total, singles, pairs, triple } = posterior;
  const n = causes.length;
  const { leak, given } = words.likelihoods.checks[check]!;
  const own = causes.flatMap((id, i) => (given[id] !== undefined && !repaired.has(i) ? [i] : []));
  const m = own.length;
  const R = leak.length;
  const cumulative = (p: readonly number[]) => {
    let sum = 0;
    return Float64Array.from(p, (x, r) => (r === R - 1 ? 1 : (sum += x)));
  };
  const F_leak = cumulative(leak);
  const F_given = own.map((i) => cumulative(given[causes[i]!]!));
  const chances = new Float64Array(R);
  const after = Array.from({ length: withAfter ? R : 0 }, () => new Float64Array(n));
  // Σ w·q·log2 q by result: together with the chances it is the mutual information.
  let known = 0;
  eachPart(posterior, own, F_leak, F_given, (x, y, z, weight, F) => {
    if (weight <= 0) return;
    for (let r = 0; r < R; r++) {
      const q = r === 0 ? F[0]! : F[r]! - F[r - 1]!;
      if (q <= 0) continue;
      const w = weight * q;
      chances[r]! += w;
      known += w * Math.log2(q);
      if (!withAfter || x < 0) continue;
      const to = after[r]!;
      to[own[x]!]! += w;
      if (y >= 0) to[own[y]!]! += w;
      if (z >= 0) to[own[z]!]! += w;
    }
  });
  let bits = known / total;
  for (let r = 0; r < R; r++) {
    chances[r]! /= total;
    if (chances[r]! > 0) bits -= chances[r]! * Math.log2(chances[r]!);
  }
  if (withAfter) {
    const mine = new Set(own);
    const showsAt = (F: (r: number) => number, r: number) => F(r) - (r === 0 ? 0 : F(r - 1));
    const bare = Float64Array.from({ length: R }, (_, r) => showsAt((k) => F_leak[k]!, r));
    const alone = F_given.map((g) => Float64Array.from({ length: R }, (_, r) => showsAt((k) => F_leak[k]! * g[k]!, r)));
    const both = new Float64Array(m * m * R);
    for (let x = 0; x < m; x++)
      for (let y = x + 1; y < m; y++)
        for (let r = 0; r < R; r++) both[(x * m + y) * R + r] = showsAt((k) => F_leak[k]! * F_given[x]![k]! * F_given[y]![k]!, r);
    const ones = new Float64Array(m);
    for (let c = 0; c < n; c++) {
      if (mine.has(c) || repaired.has(c)) continue;
      let rest = singles[c]!;
      for (let x = 0; x < m; x++) ones[x] = pairs[c * n + own[x]!]!;
      for (let x = 0; x < m; x++)
        for (let y = x + 1; y < m; y++) {
          const w = triple(c, own[x]!, own[y]!);
          if (w === 0) continue;
          ones[x]! -= w;
          ones[y]! -= w;
          rest -= w;
          const at = (x * m + y) * R;
          for (let r = 0; r < R; r++) after[r]![c]! += w * both[at + r]!;
        }
      for (let x = 0; x < m; x++) {
        const w = ones[x]!;
        rest -= w;
        for (let r = 0; r < R; r++) after[r]![c]! += w * alone[x]![r]!;
      }
      for (let r = 0; r < R; r++) after[r]![c]! += rest * bare[r]!;
    }
    for (let r = 0; r < R; r++) {
      const whole = total * chances[r]!;
      if (whole > 0) for (let c = 0; c < n; c++) after[r]![c]! /= whole;
    }
  }
  return { check, chances: [...chances], bits: Math.max(0, bits), after };
}
