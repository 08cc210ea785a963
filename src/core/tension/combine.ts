import { inverse } from '../linear';

/** A source of error that several readings share, by name. Its size for this reading is one standard deviation, as a share of the tension. */
export interface SharedError {
  readonly source: string;
  readonly share: number;
}

export interface TensionReading {
  readonly tensionN: number;
  /** Standard deviation of the error that is this reading's own, N. */
  readonly ownN: number;
  /** The same error at another belt tension, N, so that no reading weighs more for being low; `ownN` at every tension if omitted. */
  readonly ownAtN?: (tensionN: number) => number;
  readonly shared: readonly SharedError[];
}

export interface Combined {
  readonly tensionN: number;
  readonly sdN: number;
}

/** Standard deviation of a reading by itself, N. */
export const sdOf = ({ tensionN, ownN, shared }: TensionReading): number => Math.hypot(ownN, ...shared.map((s) => s.share * tensionN));

/** Standard deviations from the other readings beyond which a reading is an outlier. */
const OUTLIER = 3;

/** The combined tension changes by less than this share from one iteration to the next. */
const CONVERGED = 1e-10;
const MOST_ITERATIONS = 50;

/**
 * Combine readings of one tension by generalised least squares: T = (1ᵀC⁻¹t)/(1ᵀC⁻¹1). Shared errors are off the diagonal of C, so averaging does
 * not reduce them. All errors are taken at the combined tension T₀, iterated from the plain mean of the readings in use. With each reading's own
 * tension a low reading would weigh more, and the result would fall below the mean.
 *
 * A reading more than three standard deviations from the combined others is excluded, the worst first. The rest are compared again while three or
 * more remain. If two disagree by that much, both are excluded.
 * @returns which readings are outliers, and the combined tension; null if none remains
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
    const { combined, away } = iterated(of);
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

/**
 * Least squares with all errors taken at its own result. Readings that disagree strongly can make the iteration swing
 * between tensions on both sides of that result. Then it is found by bisection between the last two of them.
 */
function iterated(readings: readonly TensionReading[]): ReturnType<typeof leastSquares> {
  const solvedAt = (atN: number) => leastSquares(readings, covariance(readings, atN));
  let atN = readings.reduce((sum, r) => sum + r.tensionN, 0) / readings.length;
  let [below, above] = [-Infinity, Infinity];
  for (let k = 0; k <= MOST_ITERATIONS; k++) {
    const solved = solvedAt(atN);
    const nextN = solved.combined.tensionN;
    if (Math.abs(nextN - atN) <= CONVERGED * Math.abs(atN)) return solved;
    if (nextN > atN) below = atN;
    else above = atN;
    atN = nextN;
  }
  if (!Number.isFinite(above - below)) return solvedAt(atN);
  while (Math.abs(above - below) > CONVERGED * Math.abs(above)) {
    const middle = (below + above) / 2;
    if (middle === below || middle === above) break;
    if (solvedAt(middle).combined.tensionN > middle) below = middle;
    else above = middle;
  }
  return solvedAt((below + above) / 2);
}

/** C at a tension, row by row, N². */
function covariance(readings: readonly TensionReading[], atN: number): Float64Array {
  const n = readings.length;
  const c = new Float64Array(n * n);
  readings.forEach((a, i) => {
    readings.forEach((b, j) => {
      let both = i === j ? (a.ownAtN?.(atN) ?? a.ownN) ** 2 : 0;
      for (const s of a.shared) for (const t of b.shared) if (s.source === t.source) both += s.share * t.share * atN * atN;
      c[i * n + j] = both;
    });
  });
  return c;
}

/**
 * Best T from all readings, with all own and shared errors. Also the distance of each reading from the others in
 * standard deviations. The weights of the others come from P = C⁻¹ of all. The inverse without k is P_ij −
 * P_ik·P_kj/P_kk, with row sums rᵢ − P_ik·r_k/P_kk.
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
