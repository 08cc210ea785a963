import { convertLength } from '../belt';
import { poseMatcher, type Matcher } from './matcher';
import type { Setting } from './setting';
import { overlapOf, spansOf } from './spans';
import { grips, releases, evaluateLength } from './trial';
import { WINDOW_STEPS } from './tolerances';

/** Outside lengths at which the drive works, mm. An end may be infinite where nothing limits it. */
export interface LengthWindow {
  /** Shortest length that releases, and longest that grips. Null if no length does both. */
  readonly shortestMm: number | null;
  readonly longestMm: number | null;
  /** Shortest length that releases at all, and longest that grips at all. They show by how much an empty window misses. */
  readonly releaseMinMm: number | null;
  readonly gripMaxMm: number | null;
  readonly intervals: readonly (readonly [number, number])[];
}

/**
 * Outside lengths at which the drive both releases and grips. Each condition is scanned separately, and its edges are
 * bisected to a micrometre. Thus a narrow window or one in several parts is not missed.
 * @param setting of the adjusters, if not those of the drive file
 */
export function lengthWindow(matcher: Matcher, setting?: Setting): LengthWindow {
  const [low, high] = lengthRange(matcher, setting);
  const trial = (mm: number) => evaluateLength(matcher, mm, setting);
  const lengths = Array.from({ length: WINDOW_STEPS + 1 }, (_, i) => low + ((high - low) * i) / WINDOW_STEPS);
  const trials = lengths.map(trial);
  const lets = spansOf(lengths, trials.map(releases), (mm) => releases(trial(mm)));
  const holds = spansOf(lengths, trials.map(grips), (mm) => grips(trial(mm)));
  const intervals = overlapOf(lets, holds);
  return {
    shortestMm: intervals[0]?.[0] ?? null,
    longestMm: intervals[intervals.length - 1]?.[1] ?? null,
    releaseMinMm: lets[0]?.[0] ?? null,
    gripMaxMm: holds[holds.length - 1]?.[1] ?? null,
    intervals,
  };
}

/**
 * Lengths to evaluate: from the shortest that can be fitted to the longest path of the travel, and slightly beyond
 * each.
 */
function lengthRange(matcher: Matcher, setting: Setting | undefined): [number, number] {
  const { shortest, longest } = poseMatcher(matcher, setting).path;
  const outside = (mm: number) => convertLength(mm, 'pitch', 'outside', matcher.section);
  const { mountStretchShare, releaseSlackMm } = matcher.settings;
  return [outside(shortest / (1 + 1.5 * mountStretchShare) - 2), outside(longest * 1.005 + releaseSlackMm + 10)];
}

/** The window at other settings of one adjuster, in order of position. */
export const windowByAdjuster = (
  matcher: Matcher,
  adjusterId: string,
  positions: readonly number[],
): { position: number; window: LengthWindow }[] =>
  positions.map((position) => ({ position, window: lengthWindow(matcher, { adjusters: { [adjusterId]: position } }) }));
