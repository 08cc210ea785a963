import {
  compileDrive,
  judgeBelt,
  judgeSeating,
  judgesLength,
  lengthWindow,
  newMatcher,
  readCandidate,
  windowSpread,
  type Candidate,
  type Drive,
  type LengthWindow,
  type MatchedBelt,
  type Uncertainty,
} from '../core/drive';
import { lookAt, type LookResult, type Notebook } from '../core/survey';

/** What the server computes in threads of its own, so that no answer to anybody waits for it. Bundled on its own: dist/compute.cjs. */

export interface JudgeRequest {
  readonly drive: Drive;
  readonly beltId: string;
  readonly candidate: Candidate;
  /** How well the drive's numbers are known, where it was measured. */
  readonly uncertainty: Uncertainty | null;
}

/** One belt judged on a drive; null where the drive cannot be solved as it is drawn, or the belt not be read. */
export function judge({
  drive,
  beltId,
  candidate,
  uncertainty,
}: JudgeRequest): { belt: MatchedBelt; letsGo: boolean; window: LengthWindow | null } | null {
  const made = compileDrive(drive);
  const matcher = made.ok ? newMatcher(made.compiled, beltId) : undefined;
  const read = matcher && readCandidate(candidate, matcher.section);
  if (!matcher || !read?.ok) return null;
  if (!judgesLength(drive)) return { belt: judgeSeating(matcher, candidate.id, read), letsGo: matcher.letsGo, window: null };
  const window = lengthWindow(matcher);
  const spread = uncertainty ? windowSpread(drive, beltId, window, uncertainty) : null;
  return { belt: judgeBelt(matcher, window, candidate.id, read, undefined, spread ?? undefined), letsGo: matcher.letsGo, window };
}

/** What a notebook says, and the drive that it amounts to. */
export function look(notebook: Notebook): LookResult {
  return lookAt(notebook);
}
