import { shiftOf, type Shift, type VariableDrive } from './shift';

/** A candidate belt for a variable drive, mm. */
export interface VariableCandidate {
  readonly pitchLength: number;
  readonly width: number;
  /** Included angle of its flanks, degrees. If unknown, that of the sheave faces. */
  readonly angle?: number | undefined;
  /** Least width that the drive allows. */
  readonly minimum?: number | null | undefined;
}

export type VariableReason =
  'wrong-angle' | 'under-minimum' | 'no-place' | 'tight-at-idle' | 'starts-late' | 'starts-steeper' | 'top-lost' | 'nearly-tight';

export interface VariableFit {
  /** Verdict as for any belt: runs, runs with no margin, won't release (too short), won't grip (too long), won't seat. */
  readonly verdict: 'fits' | 'marginal' | 'too-short' | 'too-long' | 'wrong-section';
  readonly reasons: readonly VariableReason[];
  /** Pose of the belt. Null with a reason if it fits at no position. */
  readonly shift: Shift | null;
  readonly problem: string;
  /** Against the drive's own belt: start and top ratio, as shares of its. */
  readonly startShare: number | null;
  readonly topShare: number | null;
}

/** Belts with a larger difference in angle wear to an edge, degrees. */
const ANGLE_APART = 2;
/** Smallest idle slack at which the belt does not drag, mm of belt. Half of it is the margin. */
const IDLE_SLACK_MM = 1;
/** A start or top ratio that differs so much from its own belt's is felt; twice that is another machine. */
const FELT = 0.05;

/**
 * Assesses a belt for a variable drive by its width, its angle, its range of ratios and its idle slack. Tension at
 * fixed centres is not used.
 * @param own the drive's own belt; null if it has no pose, and nothing is compared
 */
export function assessVariable(drive: VariableDrive, candidate: VariableCandidate, own: Shift | null): VariableFit {
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
