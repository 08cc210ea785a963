import type { FaultCase } from './case';
import { computePosterior } from './posterior';
import { causeProbabilities, predictResults } from './predict-results';
import type { Vocabulary } from './vocabulary';

/** State after one answer to a check. */
export interface IfSo {
  readonly result: string;
  readonly label: string;
  /** Its probability. */
  readonly chance: number;
  /** Causes it would leave, likeliest first. */
  readonly causes: readonly { readonly id: string; readonly probability: number; readonly now: number }[];
}

/** Number of causes listed for each answer. */
const TOLD = 3;

/**
 * State after each answer to a check, least severe first. Empty if the answers contradict each other, or the kind of
 * drive has no such check.
 */
export function whatIf(words: Vocabulary, faultCase: FaultCase, check: string): IfSo[] {
  const posterior = computePosterior(words, faultCase);
  const asked = words.checks.find((c) => c.id === check);
  if (posterior.total <= 0 || !asked?.kinds.includes(faultCase.kind)) return [];
  const { chances, after } = predictResults(words, posterior, check, true);
  const now = causeProbabilities(posterior);
  return asked.results.map(({ id, label }, r) => ({
    result: id,
    label,
    chance: chances[r]!,
    causes: posterior.causes
      .map((cause, i) => ({ id: cause, probability: after[r]![i]!, now: now[i]! }))
      .sort((a, b) => b.probability - a.probability)
      .slice(0, TOLD),
  }));
}
