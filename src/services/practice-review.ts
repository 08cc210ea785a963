import { vocabulary } from '../core/fault';
import { outcomeOf, replayed, reviewOf, workedByTracing, type Played, type PracticeMachine, type Review } from '../core/practice';

export interface ReviewRequest {
  readonly machine: PracticeMachine;
  readonly played: readonly Played[];
}

/** Comparison of a session with tracing on the same machine, by the supplied base. */
export function reviewPracticeSession({ machine, played }: ReviewRequest): Review {
  const words = vocabulary();
  return reviewOf(words, machine, replayed(words, machine, played));
}

/** Result of a practice session, compared with tracing on the same machine. */
export function practiceResult({ machine, played }: { readonly machine: PracticeMachine; readonly played: readonly Played[] }) {
  const words = vocabulary();
  const round = replayed(words, machine, played);
  const { found, needless, left } = outcomeOf(machine, round);
  return {
    minutes: round.minutes,
    ownMinutes: workedByTracing(words, machine).minutes,
    found: found.length,
    needless: needless.length,
    leftIn: left.length,
  };
}
