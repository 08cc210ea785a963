import type { FaultCase } from './case';
import { computePosterior } from './posterior';
import { causeProbabilities } from './predict-results';
import { adviseOn, type Advice } from './policy';
import { evidenceSentences, type Evidence } from './sentences';
import type { Vocabulary } from './vocabulary';
import { whileOpen, type OpenCheck } from './while-open';

export { validateCase } from './case';
export type { CaseResult, Event as FaultEvent, FaultCase } from './case';
export { computePosterior, causesOfKind } from './posterior';
export type { Posterior } from './posterior';
export { causeProbabilities, predictResults } from './predict-results';
export type { PredictedResults } from './predict-results';
export { adviseOn, setupMinutes } from './policy';
export type { Advice, NextCheck, StopWhy } from './policy';
export { stopSentence } from './sentences';
export { COMMONNESS_VALUES, corrected, correctionProblem, LINK_VALUES, NOTHING_SHOWN } from './correct';
export type { Correction } from './correct';
export { jobsOf, learned, updatedWeight, WORTH_JOBS } from './learn';
export type { Confirmed } from './learn';
export { whatIf } from './what-if';
export type { IfSo } from './what-if';
export { terms } from './terms';
export type { Terms } from './terms';
export { vocabulary } from './vocabulary';
export type { Vocabulary } from './vocabulary';
export { whileOpen } from './while-open';
export type { OpenCheck } from './while-open';
export { withoutParts } from './without-parts';

export interface TracedCause extends Evidence {
  readonly id: string;
  readonly probability: number;
}

export type Trace =
  | {
      readonly status: 'ok';
      readonly causes: readonly TracedCause[];
      readonly next: Advice['next'];
      readonly stop: Advice['stop'];
      /** Other checks to make while these covers are off. */
      readonly open: readonly OpenCheck[];
    }
  /**
   * No set of causes explains the answers. Lists checks that each resolve this when ignored, or all checks if no single
   * one does.
   */
  | { readonly status: 'contradiction'; readonly conflicts: readonly string[] };

/** Likely causes, most probable first. Next checks, best first. When to stop. */
export function trace(words: Vocabulary, faultCase: FaultCase): Trace {
  const posterior = computePosterior(words, faultCase);
  if (!(posterior.total > 0)) {
    const asked = [...new Set(faultCase.history.flatMap((e) => ('check' in e ? [e.check] : [])))];
    const single = asked.filter((check) => computePosterior(words, faultCase, check).total > 0);
    return { status: 'contradiction', conflicts: single.length > 0 ? single : asked };
  }
  const chances = causeProbabilities(posterior);
  const evidence = evidenceSentences(words, faultCase);
  const causes = posterior.causes
    .map((id, i): TracedCause => ({ id, probability: chances[i]!, ...evidence(id) }))
    .filter((_, i) => !posterior.repaired.has(i))
    .sort((a, b) => b.probability - a.probability);
  return { status: 'ok', causes, ...adviseOn(words, faultCase, posterior), open: whileOpen(words, faultCase, posterior) };
}
