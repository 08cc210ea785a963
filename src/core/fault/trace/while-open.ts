import type { FaultCase } from './case';
import type { Posterior } from './posterior';
import { predictResults } from './predict-results';
import type { Vocabulary } from './vocabulary';

/** A check that needs nothing more removed than is removed now. */
export interface OpenCheck {
  readonly check: string;
  /** Probability that it is not in good order, by everything known. */
  readonly bad: number;
  /** Its own minutes. */
  readonly minutes: number;
}

/** A part with a lower probability of being bad is not checked, even with its covers off. */
const LEAST_BAD = 0.02;

/**
 * Checks to make while covers are off, regardless of findings: parts under the same covers that may be bad. Most likely
 * bad first. Checks without covers are excluded, since they can be made at any time. So are checks already answered on
 * this job.
 */
export function whileOpen(words: Vocabulary, { kind, setups, history }: FaultCase, posterior: Posterior): OpenCheck[] {
  if (setups.length === 0 || posterior.total <= 0) return [];
  const up = new Set(setups);
  const answered = new Set(history.flatMap((e) => ('check' in e ? [e.check] : [])));
  return words.checks
    .filter((c) => c.source === 'hand' && c.kinds.includes(kind) && !answered.has(c.id) && !posterior.answered.has(c.id))
    .filter((c) => c.setups.length > 0 && c.setups.every((s) => up.has(s)))
    .map(({ id, minutes }): OpenCheck => ({ check: id, bad: 1 - predictResults(words, posterior, id, false).chances[0]!, minutes }))
    .filter(({ bad }) => bad >= LEAST_BAD)
    .sort((a, b) => b.bad - a.bad || a.minutes - b.minutes);
}
