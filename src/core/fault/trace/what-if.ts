import type { FaultCase } from './case';
import { believe } from './infer';
import { chancesOf, outlookOf } from './outlook';
import type { Vocabulary } from './vocabulary';

/** What one answer to a check would leave. */
export interface IfSo {
  readonly result: string;
  readonly label: string;
  /** How likely it is. */
  readonly chance: number;
  /** Causes it would leave, likeliest first. */
  readonly causes: readonly { readonly id: string; readonly probability: number; readonly now: number }[];
}

/** Causes told of each answer. */
const TOLD = 3;

/** What each answer to a check would leave, least severe first; none where the answers so far cannot stand together, or the kind of drive has no such check. */
export function whatIf(words: Vocabulary, faultCase: FaultCase, check: string): IfSo[] {
  const belief = believe(words, faultCase);
  const asked = words.checks.find((c) => c.id === check);
  if (belief.total <= 0 || !asked?.kinds.includes(faultCase.kind)) return [];
  const { chances, after } = outlookOf(words, belief, check, true);
  const now = chancesOf(belief);
  return asked.results.map(({ id, label }, r) => ({
    result: id,
    label,
    chance: chances[r]!,
    causes: belief.causes
      .map((cause, i) => ({ id: cause, probability: after[r]![i]!, now: now[i]! }))
      .sort((a, b) => b.probability - a.probability)
      .slice(0, TOLD),
  }));
}
