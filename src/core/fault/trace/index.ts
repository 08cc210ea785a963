import type { FaultCase } from './case';
import { believe } from './infer';
import { chancesOf } from './outlook';
import { adviseOn, type Advice } from './policy';
import { evidenceSentences, type Evidence } from './sentences';
import type { Vocabulary } from './vocabulary';
import { whileOpen, type OpenCheck } from './while-open';

export { validateCase } from './case';
export type { CaseResult, Event as FaultEvent, FaultCase } from './case';
export { believe, causesOfKind } from './infer';
export type { Belief } from './infer';
export { chancesOf, outlookOf } from './outlook';
export type { Outlook } from './outlook';
export { adviseOn, setupMinutes } from './policy';
export type { Advice, NextCheck, StopWhy } from './policy';
export { stopSentence } from './sentences';
export { answer, drawJob, truthfulAnswer } from './simulated';
export type { SimulatedJob } from './simulated';
export { COMMONNESS_VALUES, corrected, correctionProblem, LINK_VALUES, NOTHING_SHOWN } from './correct';
export type { Correction } from './correct';
export { jobsOf, learned, moved, WORTH_JOBS } from './learn';
export type { Confirmed } from './learn';
export { whatIf } from './what-if';
export type { IfSo } from './what-if';
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
      /** What else to check while these covers are off. */
      readonly open: readonly OpenCheck[];
    }
  /** No set of causes explains the answers: checks each of which, left out, would make it possible; all of them where no single one does. */
  | { readonly status: 'contradiction'; readonly conflicts: readonly string[] };

/** Likely causes, most probable first; what to look at next, best first; and whether to stop looking. */
export function trace(words: Vocabulary, faultCase: FaultCase): Trace {
  const belief = believe(words, faultCase);
  if (!(belief.total > 0)) {
    const asked = [...new Set(faultCase.history.flatMap((e) => ('check' in e ? [e.check] : [])))];
    const single = asked.filter((check) => believe(words, faultCase, check).total > 0);
    return { status: 'contradiction', conflicts: single.length > 0 ? single : asked };
  }
  const chances = chancesOf(belief);
  const evidence = evidenceSentences(words, faultCase);
  const causes = belief.causes
    .map((id, i): TracedCause => ({ id, probability: chances[i]!, ...evidence(id) }))
    .filter((_, i) => !belief.mended.has(i))
    .sort((a, b) => b.probability - a.probability);
  return { status: 'ok', causes, ...adviseOn(words, faultCase, belief), open: whileOpen(words, faultCase, belief) };
}
