import { convertLength } from '../belt';
import { standingOf, type Matcher } from './matcher';
import type { Setting } from './setting';
import { overlapOf, spansOf } from './spans';
import { grips, releases, evaluateLength } from './trial';

/** Outside lengths at which the drive works, mm. An end may be infinite where nothing limits it. */
export interface LengthWindow {
  /** Shortest that lets go and longest that grips; null where no length does both. */
  readonly shortestMm: number | null;
  readonly longestMm: number | null;
  /** Shortest that lets go at all, longest that grips at all: tells by how much an empty window misses. */
  readonly letsGoFromMm: number | null;
  readonly gripsToMm: number | null;
  readonly intervals: readonly (readonly [number, number])[];
}

/** Steps in which the range of lengths is looked over before its edges are closed in on. */
const WINDOW_STEPS = 72;

/**
 * The outside lengths at which the drive both lets go and grips. Each of the two is looked over separately and its edges bisected to a
 * micrometre, so that a window narrower than the steps is not missed, nor one in several pieces.
 * @param setting of the adjusters, where they do not stand as the drive file states
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
    letsGoFromMm: lets[0]?.[0] ?? null,
    gripsToMm: holds[holds.length - 1]?.[1] ?? null,
    intervals,
  };
}

/** Lengths worth trying: from the shortest that could be got on to the longest path of the whole travel, and a little beyond each. */
function lengthRange(matcher: Matcher, setting: Setting | undefined): [number, number] {
  const { shortest, longest } = standingOf(matcher, setting).path;
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
