import { newBeltMatching, type Candidate, type Drive, type LengthWindow, type MatchedBelt, type Uncertainty } from '../core/drive';
import { vocabulary } from '../core/fault';
import { outcomeOf, replayed, workedByTracing, type Played, type PracticeMachine } from '../core/practice';
import { lookAt, type LookResult, type Notebook } from '../core/survey';

/** What the server computes in threads of its own, so that no answer to anybody waits for it. Bundled on its own: dist/compute.cjs. */

export interface JudgeRequest {
  readonly drive: Drive;
  readonly beltId: string;
  readonly candidate: Candidate;
  /** How well the drive's numbers are known, where it was measured. */
  readonly uncertainty: Uncertainty | null;
}

export interface Judged {
  readonly belt: MatchedBelt;
  /** False where it is not asked to go slack. */
  readonly letsGo: boolean;
  /** Null where lengths are not judged. */
  readonly window: LengthWindow | null;
}

const matchBelts = newBeltMatching();

/** One belt judged on a drive; null where the drive cannot be solved as it is drawn, or the belt not be read. */
export function judge({ drive, beltId, candidate, uncertainty }: JudgeRequest): Judged | null {
  const result = matchBelts({ drive, beltId, candidates: [candidate], uncertainty });
  const belt = result.ok ? result.match.belts[0] : undefined;
  if (!result.ok || !belt) return null;
  const { matcher, window, judgesLength } = result.match;
  return { belt, letsGo: matcher.letsGo, window: judgesLength ? window : null };
}

/** What a notebook says, and the drive that it amounts to. */
export function look(notebook: Notebook): LookResult {
  return lookAt(notebook);
}

/** What came of a round of practice, beside what tracing takes on the same machine. */
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
