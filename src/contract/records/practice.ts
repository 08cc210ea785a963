import type { Played, PracticeMachine } from '../../core/practice';

/** Stored content of a session: the machine, and every move with its result. */
export interface RoundDocument {
  readonly machine: PracticeMachine;
  readonly played: readonly Played[];
}

/** Result of a session. */
export interface PracticeResult {
  readonly minutes: number;
  /** Result of tracing on the same machine. */
  readonly ownMinutes: number;
  readonly found: number;
  readonly needless: number;
  readonly leftIn: number;
}

/** A practice session on a simulated machine. It is not a job, and no query of jobs reads it. */
export interface StoredPracticeSession extends RoundDocument {
  readonly id: number;
  readonly code: string;
  /** The learner has seen the advice of tracing. */
  readonly helped: boolean;
  readonly startedAt: string;
  readonly finishedAt: string | null;
  readonly result: PracticeResult | null;
}

/** A round in a list. */
export type PracticeSummary = Pick<StoredPracticeSession, 'id' | 'code' | 'helped' | 'startedAt' | 'finishedAt' | 'result'>;
