import { convertLength, mountingAllowanceMm, seatingOf } from '../belt';
import type { CandidateResult } from './candidate';
import { fitProbability, inset, inside, type WindowEnds } from './fit-probability';
import type { Matcher } from './matcher';
import { releases, evaluateLength, type ReasonCode, type Trial } from './trial';
import type { Drive } from './schema';
import type { LengthWindow } from './window';

export const VERDICTS = ['fits', 'marginal', 'too-short', 'too-long', 'wrong-section'] as const;
export type Verdict = (typeof VERDICTS)[number];

export interface MatchedBelt extends Trial {
  readonly id: string;
  readonly verdict: Verdict;
  readonly reasons: readonly ReasonCode[];
  /** Faults after stretch. Empty if there are none, or if the belt fails when new. */
  readonly stretched: readonly ReasonCode[];
  /** 0…1 */
  readonly chance: number;
  readonly section: string;
  readonly designation: string | null;
  readonly outsideMm: number;
  readonly toleranceMm: number;
  /** Top width less that of the groove's own section, mm. */
  readonly widthDifferenceMm: number;
  /** Belts or ribs side by side in the one piece. */
  readonly count: number;
}

const RANK: Readonly<Record<Verdict, number>> = { fits: 0, marginal: 1, 'too-short': 2, 'too-long': 2, 'wrong-section': 3 };

/**
 * Assesses one belt. Lengths are compared along the outside. Mass and stiffness are those of the drive's own section.
 * @param window of the same matcher, computed once for many belts
 * @param ends uncertainty of the window, for a drive that was measured
 */
export function assessBelt(
  matcher: Matcher,
  window: LengthWindow,
  id: string,
  read: Extract<CandidateResult, { ok: true }>,
  toleranceMm?: number,
  ends?: WindowEnds,
): MatchedBelt {
  const { settings, section: groove } = matcher;
  const own = matcher.solver.work.compiled.drive.belts[matcher.belt]!;
  const seating = seatingOf(read.section, groove, matcher.demands, { candidate: read.count, groove: own.count ?? 1 });
  const trial = evaluateLength(matcher, read.outsideMm);
  const tolerance = toleranceMm ?? settings.toleranceMm + settings.toleranceShare * read.outsideMm;
  const stretchedMm = read.outsideMm + settings.stretchShare * convertLength(read.outsideMm, 'outside', 'pitch', groove);
  const base = {
    id,
    ...trial,
    stretched: [],
    section: read.section.name,
    designation: read.designation,
    outsideMm: read.outsideMm,
    toleranceMm: tolerance,
    widthDifferenceMm: seating.widthDifferenceMm,
    count: read.count,
  };
  if (seating.problems.length > 0) return { ...base, verdict: 'wrong-section', reasons: seating.problems, chance: 0 };
  const chance = fitProbability(window, read.outsideMm, tolerance / 3, ends);
  const unknown: ReasonCode[] = trial.engaged.loadKnown ? [] : ['load-unknown'];
  if (trial.failures.length > 0) {
    return { ...base, verdict: releases(trial) ? 'too-long' : 'too-short', reasons: [...trial.failures, ...unknown], chance };
  }
  const doubts: ReasonCode[] = [];
  if (!inside(window, read.outsideMm - tolerance)) doubts.push('short-end-of-tolerance');
  if (!inside(window, read.outsideMm + tolerance)) doubts.push('long-end-of-tolerance');
  const lasts = inside(window, stretchedMm);
  if (!lasts) doubts.push('no-stretch-reserve');
  if (ends && !inside(inset(window, 2 * (ends.shortestSd ?? 0), 2 * (ends.longestSd ?? 0)), read.outsideMm)) doubts.push('drive-uncertain');
  if (trial.mountingSlackMm < mountingAllowanceMm(groove)) doubts.push('hard-to-mount');
  return {
    ...base,
    stretched: lasts ? [] : evaluateLength(matcher, stretchedMm).failures,
    verdict: doubts.length > 0 ? 'marginal' : 'fits',
    reasons: [...doubts, ...unknown],
    chance,
  };
}

/**
 * Same belt, refused if it cannot be fitted. Then the released state locks a part that carries it, and its slack is
 * below half of the section allowance. Half is needed with a pulley removed. Such a lock cannot be moved further by
 * hand.
 */
export function unlessHeldTooTight(matcher: Matcher, belt: MatchedBelt): MatchedBelt {
  if (!runs(belt.verdict) || !heldBack(matcher) || belt.disengaged.slack >= mountingAllowanceMm(matcher.section) / 2) return belt;
  return { ...belt, verdict: 'too-short', reasons: ['held-back-too-tight'], stretched: [], chance: 0, tooShort: true };
}

const runs = (verdict: Verdict) => verdict === 'fits' || verdict === 'marginal';

function heldBack({ solver, belt, released }: Matcher): boolean {
  const { drive } = solver.work.compiled;
  const route = new Set(drive.belts[belt]!.route.map((stop) => stop.pulley));
  return drive.tensioners.some((t) => released?.locks?.[t.id] !== undefined && t.carries.some((id) => route.has(id)));
}

/** True if lengths can be assessed on a drive as drawn. False for a variable drive, since its radii change in use. */
export const hasLengthWindow = (drive: { readonly kind: Drive['kind'] }): boolean => drive.kind !== 'cvt';

/**
 * Assesses section, width and angle only, for a drive without a length window. A belt that seats has no margin until
 * its length is known.
 */
export function assessSeating(
  matcher: Matcher,
  id: string,
  read: Extract<CandidateResult, { ok: true }>,
  toleranceMm?: number,
): MatchedBelt {
  const whole = assessBelt(matcher, NO_WINDOW, id, read, toleranceMm);
  if (whole.verdict === 'wrong-section') return whole;
  return { ...whole, verdict: 'marginal', reasons: ['length-not-judged'], stretched: [], chance: 0, tooShort: false, tooLong: false };
}

const NO_WINDOW: LengthWindow = { shortestMm: null, longestMm: null, releaseMinMm: null, gripMaxMm: null, intervals: [] };

/** Best first: by verdict, then by chance, then by nearness to the middle of the window. */
export function rankBelts<T extends MatchedBelt>(belts: readonly T[], window: LengthWindow): T[] {
  const middle =
    window.shortestMm === null || window.longestMm === null
      ? null
      : Number.isFinite(window.longestMm - window.shortestMm)
        ? (window.shortestMm + window.longestMm) / 2
        : Number.isFinite(window.shortestMm)
          ? window.shortestMm
          : window.longestMm;
  const away = (b: MatchedBelt) => (middle === null ? 0 : Math.abs(b.outsideMm - middle));
  return [...belts].sort(
    (a, b) => RANK[a.verdict] - RANK[b.verdict] || (Math.abs(a.chance - b.chance) > 1e-9 ? b.chance - a.chance : away(a) - away(b)),
  );
}
