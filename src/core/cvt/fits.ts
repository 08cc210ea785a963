import { shiftOf, type Shift, type VariableDrive } from './shift';

/** A belt thought of for a variable pair, mm. */
export interface VariableCandidate {
  readonly pitchLength: number;
  readonly width: number;
  /** Included angle of its flanks, degrees; that of the faces where it is not known. */
  readonly angle?: number | undefined;
  /** Least width that the drive allows. */
  readonly minimum?: number | null | undefined;
}

export type VariableReason =
  'wrong-angle' | 'under-minimum' | 'no-place' | 'tight-at-idle' | 'starts-late' | 'starts-steeper' | 'top-lost' | 'nearly-tight';

export interface VariableFit {
  /** As of any belt: runs, runs with no margin, will not let go (too short), will not grip (too long), will not seat. */
  readonly verdict: 'fits' | 'marginal' | 'too-short' | 'too-long' | 'wrong-section';
  readonly reasons: readonly VariableReason[];
  /** Where it stands; null where it fits nowhere, with why. */
  readonly shift: Shift | null;
  readonly problem: string;
  /** Against the drive's own belt: start and top ratio, as shares of its. */
  readonly startShare: number | null;
  readonly topShare: number | null;
}

/** Angles further apart than this wear to an edge, degrees. */
const ANGLE_APART = 2;
/** Idling it has to hang so much looser than taut that it does not drag, mm of belt; half of that for a margin. */
const IDLE_SLACK_MM = 1;
/** A start or top ratio that differs so much from its own belt's is felt; twice that is another machine. */
const FELT = 0.05;

/**
 * Whether a belt will do on a variable pair: by its width and angle, by the range of ratios that its length allows and by how it hangs at idle, never by a tension
 * at fixed centres.
 * @param own the drive's own belt on it; null where that fits nowhere either, and nothing is compared
 */
export function judgeVariable(drive: VariableDrive, candidate: VariableCandidate, own: Shift | null): VariableFit {
  const { width, pitchLength, angle, minimum } = candidate;
  const none = { shift: null, problem: '', startShare: null, topShare: null };
  if (angle !== undefined && Math.abs(angle - drive.primary.angle) > ANGLE_APART)
    return { ...none, verdict: 'wrong-section', reasons: ['wrong-angle'] };
  if (minimum !== null && minimum !== undefined && width < minimum)
    return { ...none, verdict: 'wrong-section', reasons: ['under-minimum'] };
  const result = shiftOf({ ...drive, pitchLength }, width);
  if (!result.ok) {
    const verdict = result.why === 'too-short' || result.why === 'too-long' ? result.why : 'wrong-section';
    return { ...none, verdict, reasons: ['no-place'], problem: result.problem };
  }
  const { shift } = result;
  const startShare = own ? shift.start.ratio / own.start.ratio : null;
  const topShare = own ? shift.top.ratio / own.top.ratio : null;
  const base = { shift, problem: '', startShare, topShare };
  const { slack } = shift.open;
  if (slack <= 0) return { ...base, verdict: 'too-short', reasons: ['tight-at-idle'] };
  const reasons: VariableReason[] = [];
  if (slack < IDLE_SLACK_MM) reasons.push('nearly-tight');
  // A lower start ratio pulls away in a higher gear; a higher top ratio never comes to full speed.
  if (startShare !== null && startShare < 1 - FELT) reasons.push('starts-late');
  if (startShare !== null && startShare > 1 + FELT) reasons.push('starts-steeper');
  if (topShare !== null && topShare > 1 + FELT) reasons.push('top-lost');
  const long = startShare !== null && startShare < 1 - 2 * FELT;
  return { ...base, verdict: long ? 'too-long' : reasons.length > 0 ? 'marginal' : 'fits', reasons };
}
