/** A reading as it stands in a job's record. */
export interface RecordedReading {
  /** What tells one job from another. */
  readonly job: number;
  readonly method: string;
  readonly at: string;
  readonly tensionN: number;
  readonly sdN: number;
  /** Taken again with everything tight. */
  readonly clamped: boolean;
}

/** What clamps and tapers of a drive move, N: positive where tightening them adds tension. */
export interface ClampingAllowance {
  readonly times: number;
  readonly addsN: number;
  readonly sdN: number;
}

/** What drives lie apart in, as a share of the tension; and what one pair read in the same way at the same place is good to. */
const APART = 0.1;
const PAIR_SD = 0.03;

/**
 * Learned from readings taken before and after clamping, in the same way at the same place, so that what such readings share falls out of their
 * difference. Normal about nothing, held back by what drives lie apart in.
 * @param readings in the order in which they were taken
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
