import type { Belief } from './infer';
import type { Vocabulary } from './vocabulary';

/** What one check may answer, by what is believed. */
export interface Outlook {
  readonly check: string;
  /** Chance of each result, least severe first. */
  readonly chances: readonly number[];
  /** Mutual information of its result and what is wrong, bits. */
  readonly bits: number;
  /** Chance of each cause, by index, after each result; only where asked for. */
  readonly after: readonly Float64Array[];
}

/** A set of a check's own causes, with the weight of all sets that hold just these of them. */
interface Part {
  readonly of: readonly number[];
  readonly weight: number;
}

/** What is believed, cut by which of some causes are there: none, one, two or three of them. */
function partsOf({ total, singles, pairs, triple, causes }: Belief, own: readonly number[]): Part[] {
  const n = causes.length;
  const parts: Part[] = [];
  const m = own.length;
  let none = total;
  const pairOf = (i: number, j: number) => pairs[own[i]! * n + own[j]!]!;
  // By inclusion and exclusion: a set holds three causes at most, so that triples end it.
  const three = new Float64Array(m * m);
  const one = new Float64Array(m);
  for (let i = 0; i < m; i++)
    for (let j = i + 1; j < m; j++)
      for (let k = j + 1; k < m; k++) {
        const weight = triple(own[i]!, own[j]!, own[k]!);
        parts.push({ of: [own[i]!, own[j]!, own[k]!], weight });
        none -= weight;
        three[i * m + j]! += weight;
        three[i * m + k]! += weight;
        three[j * m + k]! += weight;
        one[i]! += weight;
        one[j]! += weight;
        one[k]! += weight;
      }
  for (let i = 0; i < m; i++)
    for (let j = i + 1; j < m; j++) {
      const weight = pairOf(i, j) - three[i * m + j]!;
      parts.push({ of: [own[i]!, own[j]!], weight });
      none -= weight;
      one[i]! += weight;
      one[j]! += weight;
    }
  for (let i = 0; i < m; i++) {
    const weight = singles[own[i]!]! - one[i]!;
    parts.push({ of: [own[i]!], weight });
    none -= weight;
  }
  parts.push({ of: [], weight: none });
  return parts;
}

/** Chance of each cause now; 0 for one that was mended. */
export function chancesOf({ total, singles, mended }: Belief): Float64Array {
  return singles.map((w, i) => (total > 0 && !mended.has(i) ? w / total : 0));
}

/**
 * What a check may answer, and what each answer would leave.
 * @param withAfter whether the causes' chances after each result are wanted, too
 */
export function outlookOf(words: Vocabulary, belief: Belief, check: string, withAfter: boolean): Outlook {
  const { causes, mended, total, singles, pairs, triple } = belief;
  const n = causes.length;
  const { leak, given } = words.likelihoods.checks[check]!;
  const own = causes.flatMap((id, i) => (given[id] !== undefined && !mended.has(i) ? [i] : []));
  const parts = partsOf(belief, own);
  const R = leak.length;
  const cumulative = (p: readonly number[]) => {
    let sum = 0;
    return p.map((x, r) => (r === R - 1 ? 1 : (sum += x)));
  };
  const leaks = cumulative(leak);
  const givens = new Map(own.map((i) => [i, cumulative(given[causes[i]!]!)]));
  /** Chance of each result where just these of its causes are there. */
  const shows = (of: readonly number[]) => {
    const F = leaks.map((l, r) => of.reduce((a, i) => a * givens.get(i)![r]!, l));
    return F.map((f, r) => f - (r === 0 ? 0 : F[r - 1]!));
  };
  const shown = parts.map((p) => shows(p.of));
  const chances = leaks.map((_, r) => parts.reduce((a, p, t) => a + Math.max(0, p.weight) * shown[t]![r]!, 0) / total);
  let bits = 0;
  parts.forEach((p, t) => {
    if (p.weight <= 0) return;
    for (let r = 0; r < R; r++) {
      const q = shown[t]![r]!;
      if (q > 0 && chances[r]! > 0) bits += (p.weight / total) * q * Math.log2(q / chances[r]!);
    }
  });
  const after: Float64Array[] = [];
  if (withAfter) {
    const mine = new Set(own);
    for (let r = 0; r < R; r++) after.push(new Float64Array(n));
    parts.forEach((p, t) => {
      for (const i of p.of) for (let r = 0; r < R; r++) after[r]![i]! += p.weight * shown[t]![r]!;
    });
    const bare = shows([]);
    const alone = own.map((i) => shows([i]));
    const both = own.map((i, x) => own.map((j, y) => (y > x ? shows([i, j]) : [])));
    for (let c = 0; c < n; c++) {
      if (mine.has(c) || mended.has(c)) continue;
      let rest = singles[c]!;
      const ones = own.map((i) => pairs[c * n + i]!);
      for (let x = 0; x < own.length; x++)
        for (let y = x + 1; y < own.length; y++) {
          const w = triple(c, own[x]!, own[y]!);
          if (w === 0) continue;
          ones[x]! -= w;
          ones[y]! -= w;
          rest -= w;
          for (let r = 0; r < R; r++) after[r]![c]! += w * both[x]![y]![r]!;
        }
      ones.forEach((w, x) => {
        rest -= w;
        for (let r = 0; r < R; r++) after[r]![c]! += w * alone[x]![r]!;
      });
      for (let r = 0; r < R; r++) after[r]![c]! += rest * bare[r]!;
    }
    for (let r = 0; r < R; r++) {
      const whole = total * chances[r]!;
      if (whole > 0) for (let c = 0; c < n; c++) after[r]![c]! /= whole;
    }
  }
  return { check, chances, bits: Math.max(0, bits), after };
}
