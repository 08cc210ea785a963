import { newBeltMatching, type Candidate, type Drive, type LengthWindow, type MatchedBelt, type Uncertainty } from '../core/drive';

export interface AssessRequest {
  readonly drive: Drive;
  readonly beltId: string;
  readonly candidate: Candidate;
  /** Uncertainty of the drive, if it was measured. */
  readonly uncertainty: Uncertainty | null;
}

export interface Assessed {
  readonly belt: MatchedBelt;
  /** False if it need not go slack. */
  readonly letsGo: boolean;
  /** Null if lengths are not assessed. */
  readonly window: LengthWindow | null;
}

const matchBelts = newBeltMatching();

/** Assesses one belt on a drive. Null if the drive cannot be solved as drawn, or the belt is unreadable. */
export function assessBelt({ drive, beltId, candidate, uncertainty }: AssessRequest): Assessed | null {
  const result = matchBelts({ drive, beltId, candidates: [candidate], uncertainty });
  const belt = result.ok ? result.match.belts[0] : undefined;
  if (!result.ok || !belt) return null;
  const { matcher, window, hasLengthWindow } = result.match;
  return { belt, letsGo: matcher.letsGo, window: hasLengthWindow ? window : null };
}
