import type { FaultCase } from './case';
import type { Vocabulary } from './vocabulary';

/**
 * One piece of evidence, as a difference of two products over the present causes: a·Π a_c − b·Π b_c. The result of a
 * check is F(r) − F(r − 1), with F cumulative over results (noisy-max). A present complaint is 1 − (1 − leak)·Π(1 − p)
 * (noisy-or). A test run is either of both.
 */
interface Evidence {
  /** The check answered; null for a complaint or a run. */
  readonly check: string | null;
  readonly a: number;
  readonly b: number;
  /** By cause of the kind. 1 if it has no effect, or if the cause was repaired by then. */
  readonly as: Float64Array;
  readonly bs: Float64Array;
}

/** Likely causes, by weight: sets of one, two or three causes of the kind. */
export interface Posterior {
  /** Causes of the kind, in the vocabulary's order. */
  readonly causes: readonly string[];
  /** Repaired causes, by index. */
  readonly repaired: ReadonlySet<number>;
  /** Weight of all sets; 0 where none explains the answers. */
  readonly total: number;
  /** Weight of sets that hold a cause, a pair, a triple: by index, by i·n + j (i < j or j < i), by `triple`. */
  readonly singles: Float64Array;
  readonly pairs: Float64Array;
  readonly triples: Float64Array;
  readonly triple: (i: number, j: number, k: number) => number;
  /** Checks answered since the last repair. */
  readonly answered: ReadonlySet<string>;
}

/** Position of the triple i < j < k in a flat array. */
function tripleAt(n: number): (i: number, j: number, k: number) => number {
  const before = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) before[i + 1] = before[i]! + ((n - i - 1) * (n - i - 2)) / 2;
  return (x, y, z) => {
    const i = Math.min(x, y, z);
    const k = Math.max(x, y, z);
    const j = x + y + z - i - k;
    // Pairs (j, k) above i: those that start before j, plus the position of k.
    const m = n - i - 1;
    const row = j - i - 1;
    return before[i]! + (row * (2 * m - row - 1)) / 2 + (k - j - 1);
  };
}

/** Evidence of a case, in order. Repeated answers to one check without a repair between them count as the last answer. */
function evidenceOf(words: Vocabulary, { complaint, history }: FaultCase, causes: readonly string[], without: string | null): Evidence[] {
  const n = causes.length;
  const index = new Map(causes.map((c, i) => [c, i]));
  const repaired = new Set<number>();
  const ones = () => new Float64Array(n).fill(1);
  const present = (i: number) => !repaired.has(i);
  /** Π over complaints of the probability that none shows: (1 − leak)·Π(1 − p). */
  const silent = (ids: readonly string[]) => {
    const as = ones();
    let a = 1;
    for (const id of ids) {
      const { leak, given } = words.likelihoods.complaints[id]!;
      a *= 1 - leak;
      for (const [cause, p] of Object.entries(given)) {
        const i = index.get(cause);
        if (i !== undefined && present(i)) as[i]! *= 1 - p;
      }
    }
    return { a, as };
  };
  const all: Evidence[] = complaint.map((id) => {
    const { a, as } = silent([id]);
    return { check: null, a: 1, as: ones(), b: a, bs: as };
  });
  let since = all.length;
  for (const e of history) {
    if ('fixed' in e) {
      repaired.add(index.get(e.fixed)!);
      since = all.length;
    } else if ('prove' in e) {
      const { a, as } = silent(complaint);
      all.push(e.prove === 'gone' ? { check: null, a, as, b: 0, bs: as } : { check: null, a: 1, as: ones(), b: a, bs: as });
    } else {
      if (e.check === without) continue;
      const at = words.checks.find((c) => c.id === e.check)!.results.findIndex((r) => r.id === e.result);
      const { leak, given } = words.likelihoods.checks[e.check]!;
      const upTo = (p: readonly number[], r: number) => (r >= p.length - 1 ? 1 : p.slice(0, r + 1).reduce((s, x) => s + x, 0));
      const [as, bs] = [ones(), ones()];
      for (const [cause, p] of Object.entries(given)) {
        const i = index.get(cause);
        if (i === undefined || !present(i)) continue;
        as[i] = upTo(p, at);
        bs[i] = at === 0 ? 0 : upTo(p, at - 1);
      }
      const found = { check: e.check, a: upTo(leak, at), b: at === 0 ? 0 : upTo(leak, at - 1), as, bs };
      const again = all.findIndex((x, i) => i >= since && x.check === e.check);
      if (again >= 0) all[again] = found;
      else all.push(found);
    }
  }
  return all;
}

/** Causes that a kind of drive knows. */
export const causesOfKind = (words: Vocabulary, kind: string): string[] =>
  words.causes.filter((c) => c.kinds[kind] !== undefined).map((c) => c.id);

/**
 * Exact posterior over every set of one, two or three causes, weighted by Π prior/(1 − prior) and the answers in order.
 * A finding depends on the causes not yet repaired at that time.
 * @param without a check to ignore
 */
export function computePosterior(words: Vocabulary, faultCase: FaultCase, without: string | null = null): Posterior {
  const { kind, history } = faultCase;
  const causes = causesOfKind(words, kind);
  const n = causes.length;
  const evidence = evidenceOf(words, faultCase, causes, without);
  const odds = causes.map((id) => {
    const p = words.causes.find((c) => c.id === id)!.kinds[kind]!;
    return p / (1 - p);
  });
  const K = evidence.length;
  // By cause and piece, so that the innermost loop walks along both.
  const A = new Float64Array(n * K);
  const B = new Float64Array(n * K);
  evidence.forEach((e, k) => {
    for (let i = 0; i < n; i++) {
      A[i * K + k] = e.as[i]!;
      B[i * K + k] = e.bs[i]!;
    }
  });
  const singles = new Float64Array(n);
  const pairs = new Float64Array(n * n);
  const at = tripleAt(n);
  const triples = new Float64Array((n * (n - 1) * (n - 2)) / 6);
  const [a1, b1, a2, b2] = [new Float64Array(K), new Float64Array(K), new Float64Array(K), new Float64Array(K)];
  let total = 0;
  let place = 0;
  for (let i = 0; i < n; i++) {
    let alone = odds[i]!;
    for (let k = 0; k < K; k++) {
      a1[k] = evidence[k]!.a * A[i * K + k]!;
      b1[k] = evidence[k]!.b * B[i * K + k]!;
      alone *= a1[k]! - b1[k]!;
    }
    total += alone;
    singles[i]! += alone;
    for (let j = i + 1; j < n; j++) {
      let two = odds[i]! * odds[j]!;
      for (let k = 0; k < K; k++) {
        a2[k] = a1[k]! * A[j * K + k]!;
        b2[k] = b1[k]! * B[j * K + k]!;
        two *= a2[k]! - b2[k]!;
      }
      let withBoth = two;
      for (let l = j + 1; l < n; l++) {
        let three = odds[i]! * odds[j]! * odds[l]!;
        const row = l * K;
        for (let k = 0; k < K; k++) three *= a2[k]! * A[row + k]! - b2[k]! * B[row + k]!;
        triples[place++] = three;
        withBoth += three;
        singles[l]! += three;
        pairs[i * n + l]! += three;
        pairs[j * n + l]! += three;
      }
      total += withBoth;
      singles[i]! += withBoth;
      singles[j]! += withBoth;
      pairs[i * n + j]! += withBoth;
    }
  }
  for (let i = 0; i < n; i++) for (let j = i + 1; j < n; j++) pairs[j * n + i] = pairs[i * n + j]!;
  const repaired = new Set<number>();
  let answered = new Set<string>();
  for (const e of history) {
    if ('fixed' in e) {
      repaired.add(causes.indexOf(e.fixed));
      answered = new Set();
    } else if ('check' in e) answered.add(e.check);
  }
  return {
    causes,
    repaired,
    total: Number.isFinite(total) ? total : 0,
    singles,
    pairs,
    triples,
    triple: (i, j, k) => triples[at(i, j, k)]!,
    answered,
  };
}
