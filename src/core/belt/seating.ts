import type { Section } from './sections';

/** Why a belt does not seat, as a code; worded elsewhere. */
export const SEATING_PROBLEMS = [
  'rides-proud',
  'bottoms-out',
  'wrong-angle',
  'cannot-bend-back',
  'cannot-drive-back',
  'wrong-count',
] as const;
export type SeatingProblem = (typeof SEATING_PROBLEMS)[number];

export interface Seating {
  readonly problems: readonly SeatingProblem[];
  /** How much wider (+) or narrower (−) than the groove's own section the belt is across the top, mm. */
  readonly widthDifferenceMm: number;
}

/** A belt this much wider or narrower than the groove's own section no longer sits at the rim, mm (a sixteenth is 1.6). */
export const WIDTH_ALLOWANCE_MM = 1.2;
/** Flanks further apart than this bear on an edge only, degrees. */
export const ANGLE_ALLOWANCE_DEG = 3;
/** Room below a standard belt in its groove, mm: the standards' smallest clearance. */
export const GROOVE_CLEARANCE_MM = 2.2;

/** What a route asks of its belt beyond sitting in the grooves. */
export interface RouteDemands {
  /** The belt's back runs over an idler. */
  readonly bendsBack: boolean;
  /** Its back has to drive a grooved pulley. */
  readonly drivesFromBack: boolean;
}

/**
 * Whether a belt of one section seats in grooves cut for another. A belt wider than the groove stands proud; a narrower one sinks by half the
 * difference over tan(α/2) and may touch the bottom; unlike angles bear on an edge.
 * @param candidate section of the belt in the hand
 * @param groove section that the grooves are cut for
 * @param counts belts or ribs side by side of each
 */
export function seatingOf(candidate: Section, groove: Section, demands: RouteDemands, counts = { candidate: 1, groove: 1 }): Seating {
  const problems: SeatingProblem[] = [];
  const widthDifferenceMm = candidate.topMm - groove.topMm;
  const sinkMm = -widthDifferenceMm / (2 * Math.tan((groove.angleDeg * Math.PI) / 360));
  if (widthDifferenceMm > WIDTH_ALLOWANCE_MM) problems.push('rides-proud');
  const bodyMm = candidate.family === 'double' ? candidate.depthMm / 2 + 2 : candidate.depthMm;
  if (widthDifferenceMm < -WIDTH_ALLOWANCE_MM || sinkMm + bodyMm > groove.depthMm + GROOVE_CLEARANCE_MM) problems.push('bottoms-out');
  if (Math.abs(candidate.angleDeg - groove.angleDeg) > ANGLE_ALLOWANCE_DEG) problems.push('wrong-angle');
  if (demands.bendsBack && (!candidate.bendsBack || (counts.candidate > 1 && candidate.family === 'classical')))
    problems.push('cannot-bend-back');
  if (demands.drivesFromBack && !candidate.drivesFromBack) problems.push('cannot-drive-back');
  const singlesSideBySide = counts.candidate === 1 && candidate.family !== 'ribbed';
  if (counts.candidate !== counts.groove && !singlesSideBySide) problems.push('wrong-count');
  return { problems, widthDifferenceMm };
}
