import type { FaultCase } from './case';
import type { Belief } from './infer';
import { outlookOf } from './outlook';
import type { Vocabulary } from './vocabulary';

/** A check that needs nothing more removed than is removed now. */
export interface OpenCheck {
  readonly check: string;
  /** Probability that it is not in good order, by everything known. */
  readonly bad: number;
  /** Its own minutes. */
  readonly minutes: number;
}

/** A part less likely than this to be bad is not worth a look, even with its covers off. */
const LEAST_BAD = 0.02;

/**
 * What to check while covers are off, whatever was found: a part that shares them and would go home bad. Likeliest to be bad first. Checks that need
 * nothing removed are left out, since they can be made at any time; so are checks that were answered on this job.
 */
export function whileOpen(words: Vocabulary, { kind, setups, history }: FaultCase, belief: Belief): OpenCheck[] {
  if (setups.length === 0 || belief.total <= 0) return [];
  const up = new Set(setups);
  const answered = new Set(history.flatMap((e) => ('check' in e ? [e.check] : [])));
  return words.checks
    .filter((c) => c.source === 'hand' && c.kinds.includes(kind) && !answered.has(c.id) && !belief.answered.has(c.id))
    .filter((c) => c.setups.length > 0 && c.setups.every((s) => up.has(s)))
    .map(({ id, minutes }): OpenCheck => ({ check: id, bad: 1 - outlookOf(words, belief, id, false).chances[0]!, minutes }))
    .filter(({ bad }) => bad >= LEAST_BAD)
    .sort((a, b) => b.bad - a.bad || a.minutes - b.minutes);
}
