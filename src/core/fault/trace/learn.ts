import type { Vocabulary } from './vocabulary';

/** Causes that the jobs of a shop confirmed: repaired, and the complaint was fixed. */
export interface Confirmed {
  readonly kind: string;
  readonly cause: string;
  readonly times: number;
}

/** Number of jobs of its kind that the supplied prior counts as. */
export const WORTH_JOBS = 25;

/**
 * A prior with the confirmed jobs: the mean of a Beta distribution in which the supplied prior counts as `WORTH_JOBS`
 * jobs. @param jobs of the kind with a confirmed cause
 */
export const updatedWeight = (prior: number, times: number, jobs: number): number =>
  (WORTH_JOBS * prior + times) / (WORTH_JOBS + Math.max(jobs, times));

/** Jobs of a kind in which something was confirmed, at most one cause each counted as one job. */
export const jobsOf = (confirmed: readonly Confirmed[], kind: string): number =>
  confirmed.reduce((a, c) => a + (c.kind === kind ? c.times : 0), 0);

/** The base with a shop’s own frequencies over the shipped priors; likelihoods stay as they are. Without any it is the base itself. */
export function learned(words: Vocabulary, confirmed: readonly Confirmed[]): Vocabulary {
  if (confirmed.length === 0) return words;
  const times = new Map(confirmed.map((c) => [`${c.kind} ${c.cause}`, c.times]));
  const jobs = new Map(words.kinds.map((k) => [k.id, jobsOf(confirmed, k.id)]));
  return {
    ...words,
    causes: words.causes.map((c) => ({
      ...c,
      kinds: Object.fromEntries(
        Object.entries(c.kinds).map(([kind, p]) => [kind, updatedWeight(p, times.get(`${kind} ${c.id}`) ?? 0, jobs.get(kind)!)]),
      ),
    })),
  };
}
