import { vocabulary } from '../core/fault';
import { replayed, reviewOf, type Played, type PracticeMachine, type Review } from '../core/practice';

export interface ReviewRequest {
  readonly machine: PracticeMachine;
  readonly played: readonly Played[];
}

/** Comparison of a session with tracing on the same machine, by the supplied base. */
export function reviewPracticeSession({ machine, played }: ReviewRequest): Review {
  const words = vocabulary();
  return reviewOf(words, machine, replayed(words, machine, played));
}
