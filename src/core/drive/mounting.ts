import { mountingAllowanceMm, type Section } from '../belt';
import { poseMatcher, type Matcher } from './matcher';

/** Fitting over a rim: by hand, only with a part removed, or impossible without overstretching the belt. */
export type Mountable = 'by-hand' | 'hard' | 'impossible';

export interface Mounting {
  /** Spare belt with every tensioner and adjuster at its slackest, mm. Negative if the path is longer than the belt. */
  readonly slackMm: number;
  /** Slack that belts of the section need, mm. */
  readonly allowanceMm: number;
  readonly goes: Mountable;
}

/**
 * Ease of fitting a belt.
 * @param slackMm spare belt with everything slackened; negative if it must be stretched
 * @param pitchMm pitch length of the belt
 * @param stretchShare largest stretch over a rim, as a share of the length
 */
export function mountable(slackMm: number, pitchMm: number, section: Section, stretchShare: number): Mountable {
  if (slackMm < -stretchShare * pitchMm) return 'impossible';
  return slackMm < mountingAllowanceMm(section) ? 'hard' : 'by-hand';
}

/** The same of the belt that a matcher's drive has, its adjusters as stated; null for a belt without a length. */
export function installationSlack(matcher: Matcher): Mounting | null {
  const { path } = poseMatcher(matcher);
  const { pitchLength } = matcher.solver.work.belts[matcher.belt]!;
  if (!(pitchLength > 0)) return null;
  const slackMm = pitchLength - path.shortest;
  return {
    slackMm,
    allowanceMm: mountingAllowanceMm(matcher.section),
    goes: mountable(slackMm, pitchLength, matcher.section, matcher.settings.mountStretchShare),
  };
}
