import { inverse } from '../linear';

/** A source of error that several readings share, by name, and what one standard deviation of it does to this one, as a share of its tension. */
export interface SharedError {
  readonly source: string;
  readonly share: number;
}

export interface TensionReading {
  readonly tensionN: number;
  /** Standard deviation of what is this reading's own, N. */
  readonly ownN: number;
  readonly shared: readonly SharedError[];
}

export interface Combined {
  readonly tensionN: number;
  readonly sdN: number;
}

/** Standard deviation of a reading by itself, N. */
export const sdOf = ({ tensionN, ownN, shared }: TensionReading): number => Math.hypot(ownN, ...shared.map((s) => s.share * tensionN));

/** Further than so many standard deviations from what the others say is an outlier. */
const OUTLIER = 3;

/**
 * Readings of one tension put together by generalised least squares: T = (1ᵀC⁻¹t)/(1ᵀC⁻¹1), C with what they share off its diagonal, so that a
 * shared error is not averaged away. It enters each with its own relative sensitivity times the plain mean of the readings that are in: with
 * each one's own tension the answer would slip below all of them.
 *
 * One that lies more than three standard deviations from what the others say together is left out, the worst first and the rest looked at anew,
 * while three or more are in; of two that disagree so, neither is believed.
 * @returns which readings are outliers, and the tension; null where none is left
 */
export function combine(readings: readonly TensionReading[]): {
  readonly outliers: readonly boolean[];
  readonly combined: Combined | null;
} {
  const outliers = readings.map(() => false);
  for (;;) {
    const inside = readings.flatMap((r, i) => (outliers[i] ? [] : [{ r, i }]));
    const of = inside.map(({ r }) => r);
    if (of.length === 0) return { outliers, combined: null };
    const { combined, away } = leastSquares(of, covariance(of));
    const worst = away.indexOf(Math.max(...away));
    if (of.length === 1 || away[worst]! <= OUTLIER) return { outliers, combined };
    if (of.length > 2) {
      outliers[inside[worst]!.i] = true;
      continue;
    }
    for (const { i } of inside) outliers[i] = true;
    return { outliers, combined: null };
  }
}

/** C, row by row, N². */
function covariance(readings: readonly TensionReading[]): Float64Array {
  const n = readings.length;
  const mean = readings.reduce((sum, r) => sum + r.tensionN, 0) / n;
  const c = new Float64Array(n * n);
  readings.forEach((a, i) => {
    readings.forEach((b, j) => {
      let both = i === j ? a.ownN * a.ownN : 0;
      for (const s of a.shared) for (const t of b.shared) if (s.source === t.source) both += s.share * t.share * mean * mean;
      c[i * n + j] = both;
    });
  });
  return c;
}

/**
 * The best T by all readings, and how many standard deviations each lies from what the others say together, its own error, theirs and what they
 * share counted. The others' weights come from P = C⁻¹ of all: the inverse without k is P_ij − P_ik·P_kj/P_kk, its row sums rᵢ − P_ik·r_k/P_kk.
 */
function leastSquares(readings: readonly TensionReading[], c: Float64Array): { readonly combined: Combined; readonly away: number[] } {
  const n = readings.length;
  // Exact repeats without an error of their own say the same thing twice: any of them will do.
  const p = inverse(c, n) ?? inverse(raised(c, n), n)!;
  const rows = readings.map((_, i) => p.subarray(i * n, (i + 1) * n).reduce((sum, v) => sum + v, 0));
  const weighed = (weights: readonly number[]) => {
    const total = weights.reduce((sum, w) => sum + w, 0);
    return { total, mean: weights.reduce((sum, w, i) => sum + (w / total) * readings[i]!.tensionN, 0) };
  };
  const away = readings.map((one, k) => {
    const others = rows.map((r, i) => (i === k ? 0 : r - (p[i * n + k]! * rows[k]!) / p[k * n + k]!));
    const { total, mean } = weighed(others);
    const shared = others.reduce((sum, w, i) => sum + (w / total) * c[k * n + i]!, 0);
    return Math.abs(one.tensionN - mean) / Math.sqrt(Math.max(c[k * n + k]! + 1 / total - 2 * shared, Number.MIN_VALUE));
  });
  const { total, mean } = weighed(rows);
  return { combined: { tensionN: mean, sdN: Math.sqrt(Math.max(0, 1 / total)) }, away };
}

const raised = (c: Float64Array, n: number): Float64Array => c.map((v, k) => (k % (n + 1) === 0 ? v * (1 + 1e-9) + Number.MIN_VALUE : v));
