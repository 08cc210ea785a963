import { mountingAllowanceMm, type Section } from '../belt';
import { standingOf, type Matcher } from './matcher';

/** Over a rim by hand, only with something taken off, or not without stretching it further than it bears. */
export type Mountable = 'by-hand' | 'hard' | 'impossible';

export interface Mounting {
  /** Belt to spare with every tensioner and adjuster let back to its slackest, mm; below 0 the path is longer than the belt. */
  readonly slackMm: number;
  /** What belts of the section want, mm. */
  readonly allowanceMm: number;
  readonly goes: Mountable;
}

/**
 * Whether a belt can be got on.
 * @param slackMm to spare with everything let back; below 0 it would have to be stretched
 * @param pitchMm the belt's pitch length
 * @param stretchShare most that a belt may be stretched over a rim, as a share of its length
 */
export function mountable(slackMm: number, pitchMm: number, section: Section, stretchShare: number): Mountable {
  if (slackMm < -stretchShare * pitchMm) return 'impossible';
  return slackMm < mountingAllowanceMm(section) ? 'hard' : 'by-hand';
}

/** The same of the belt that a matcher's drive has, its adjusters as stated; null for a belt without a length. */
export function installationSlack(matcher: Matcher): Mounting | null {
  const { path } = standingOf(matcher);
  const { pitchLength } = matcher.solver.work.belts[matcher.belt]!;
  if (!(pitchLength > 0)) return null;
  const slackMm = pitchLength - path.shortest;
  return {
    slackMm,
    allowanceMm: mountingAllowanceMm(matcher.section),
    goes: mountable(slackMm, pitchLength, matcher.section, matcher.settings.mountStretchShare),
  };
}
