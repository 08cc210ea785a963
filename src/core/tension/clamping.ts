/** A reading as stored on a job's ticket. */
export interface RecordedReading {
  /** Number of the job. */
  readonly job: number;
  readonly method: string;
  readonly at: string;
  readonly tensionN: number;
  readonly sdN: number;
  /** Taken again with everything tight. */
  readonly clamped: boolean;
}

/** Tension that tightening the clamps and tapers of a drive adds, N. Negative if it reduces tension. */
export interface ClampingAllowance {
  readonly times: number;
  readonly addsN: number;
  readonly sdN: number;
}

/** Spread between drives, and error of one pair with the same method and place, as shares of the tension. */
const APART = 0.1;
const PAIR_SD = 0.03;

/**
 * Change by clamping, from readings before and after with the same method and place, so that shared errors cancel.
 * Normal about zero, shrunk by the spread between drives.
 * @param readings in time order
 * @returns null without such a pair
 */
export function clampingOf(readings: readonly RecordedReading[]): ClampingAllowance | null {
  const pairs: { readonly byN: number; readonly aboutN: number }[] = [];
  const loose = new Map<string, RecordedReading>();
  for (const r of readings) {
    const key = `${r.job} ${r.method} ${r.at}`;
    if (!r.clamped) {
      loose.set(key, r);
      continue;
    }
    const before = loose.get(key);
    if (!before) continue;
    loose.delete(key);
    pairs.push({ byN: r.tensionN - before.tensionN, aboutN: (r.tensionN + before.tensionN) / 2 });
  }
  if (pairs.length === 0) return null;
  const about = pairs.reduce((sum, p) => sum + p.aboutN, 0) / pairs.length;
  let weight = 1 / (APART * about) ** 2;
  let sum = 0;
  for (const { byN, aboutN } of pairs) {
    const w = 1 / (2 * (PAIR_SD * aboutN) ** 2);
    weight += w;
    sum += w * byN;
  }
  return { times: pairs.length, addsN: sum / weight, sdN: 1 / Math.sqrt(weight) };
}
