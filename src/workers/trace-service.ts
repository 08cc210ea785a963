import { learned, trace, vocabulary, type Confirmed, type FaultCase, type Trace } from '../core/fault';
import type { ComputedFact } from '../core/job';
import { convertLength } from '../core/belt';
import { compileDrive, judgesLength, newMatcher, tryLength, type Drive } from '../core/drive';

export interface TraceAnswer {
  readonly trace: Trace;
}

export interface TraceRequest {
  readonly faultCase: FaultCase;
  /** What the shop’s own jobs confirmed. */
  readonly confirmed: readonly Confirmed[];
}

/** A case traced by the base, with the shop’s own frequencies over its priors. */
export const answerTrace = ({ faultCase, confirmed }: TraceRequest): TraceAnswer => ({
  trace: trace(learned(vocabulary(), confirmed), faultCase),
});

export interface FactsRequest {
  readonly drive: Drive;
  readonly beltId: string;
  /** Outside length of the belt that is on it, where it is not the drive's own, mm. */
  readonly outsideMm?: number | undefined;
}

/** What the drive's own numbers answer: whether its belt lies within the window of lengths that let go and grip. Nothing of a drive that cannot be solved. */
export function computedFacts({ drive, beltId, outsideMm }: FactsRequest): ComputedFact[] {
  if (!judgesLength(drive)) return [];
  const made = compileDrive(drive);
  const matcher = made.ok ? newMatcher(made.compiled, beltId) : undefined;
  const own = matcher?.solver.work.belts[matcher.belt]?.pitchLength ?? 0;
  if (!matcher || own <= 0) return [];
  const trial = tryLength(matcher, outsideMm ?? convertLength(own, 'pitch', 'outside', matcher.section));
  return [{ check: 'window-computed', result: trial.tooShort || trial.tooLong ? 'bad' : 'good' }];
}
