import { vocabulary } from '../core/fault';
import { replayed, reviewOf, type Played, type PracticeMachine, type Review } from '../core/practice';

export interface ReviewRequest {
  readonly machine: PracticeMachine;
  readonly played: readonly Played[];
}

/** A round held against what tracing does on the same machine, by the base as it ships. */
export function reviewRound({ machine, played }: ReviewRequest): Review {
  const words = vocabulary();
  return reviewOf(words, machine, replayed(words, machine, played));
}
