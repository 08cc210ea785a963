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
  /** Top width of the belt less that of the section of the groove, mm. */
  readonly widthDifferenceMm: number;
}

/** A belt with a larger difference in width no longer sits at the rim, mm (a sixteenth is 1.6). */
export const WIDTH_ALLOWANCE_MM = 1.2;
/** A belt with a larger difference in flank angle touches the groove only at an edge, degrees. */
export const ANGLE_ALLOWANCE_DEG = 3;
/** Room below a standard belt in its groove, mm: the standards' smallest clearance. */
export const GROOVE_CLEARANCE_MM = 2.2;

/** Requirements of a route besides seating in the grooves. */
export interface RouteDemands {
  /** The belt's back runs over an idler. */
  readonly bendsBack: boolean;
  /** The back of the belt drives a grooved pulley. */
  readonly drivesFromBack: boolean;
}

/**
 * Checks whether a belt of one section seats in grooves for another. A wider belt sits above the rim. A narrower belt
 * sinks by half the difference over tan(α/2), and may touch the bottom. Different angles touch at an edge only.
 * @param candidate section of the belt
 * @param groove section of the grooves
 * @param counts parallel belts or ribs of each
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
