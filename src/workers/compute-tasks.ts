import { newBeltMatching, type Candidate, type Drive, type LengthWindow, type MatchedBelt, type Uncertainty } from '../core/drive';
import { vocabulary } from '../core/fault';
import { outcomeOf, replayed, workedByTracing, type Played, type PracticeMachine } from '../core/practice';
import { solveNotebook, type NotebookSolutionResult, type Notebook } from '../core/survey';

/** Computations in server threads, so that no answer waits for them. Bundled separately: dist/compute.cjs. */

export interface AssessRequest {
  readonly drive: Drive;
  readonly beltId: string;
  readonly candidate: Candidate;
  /** Uncertainty of the drive, if it was measured. */
  readonly uncertainty: Uncertainty | null;
}

export interface Assessed {
  readonly belt: MatchedBelt;
  /** False where it is not asked to go slack. */
  readonly letsGo: boolean;
  /** Null where lengths are not judged. */
  readonly window: LengthWindow | null;
}

const matchBelts = newBeltMatching();

/** One belt judged on a drive; null where the drive cannot be solved as it is drawn, or the belt not be read. */
export function judge({ drive, beltId, candidate, uncertainty }: AssessRequest): Assessed | null {
  const result = matchBelts({ drive, beltId, candidates: [candidate], uncertainty });
  const belt = result.ok ? result.match.belts[0] : undefined;
  if (!result.ok || !belt) return null;
  const { matcher, window, hasLengthWindow } = result.match;
  return { belt, letsGo: matcher.letsGo, window: hasLengthWindow ? window : null };
}

/** Result of a notebook, and its drive. */
export function look(notebook: Notebook): NotebookSolutionResult {
  return solveNotebook(notebook);
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
