import { medianOf, type WidthReading } from './log';

/** Reasons to measure again: what the log holds cannot be one belt's wear, or rests on a reading that was excluded. */
export const MEASURE_AGAIN_REASONS = ['latest-left-out', 'only-reading-doubtful', 'wider-than-before', 'wider-than-new'] as const;
export type MeasureAgainReason = (typeof MEASURE_AGAIN_REASONS)[number];

/** A rise of the width by more than this is not wear, mm; a belt above its new width by more than this is another belt or a misreading, mm. */
const RISE_MM = 0.4;
const ABOVE_NEW_MM = 0.5;
/** A rise remains if the next reading is still above the earlier one by this, mm. */
const RISE_STAYS_MM = 0.2;
/** Plausible widths of a belt, as a share of its new width. If that is unknown, as a share of its minimum. */
const USUAL = { ofNew: [0.6, 1.1], ofMinimum: [0.8, 1.4] } as const;

export interface Widths {
  readonly minimum: number;
  readonly newWidth: number | null;
}

const isUsual = ({ widths }: Pick<WidthReading, 'widths'>, { minimum, newWidth }: Widths): boolean => {
  const [base, [least, most]] = newWidth === null ? [minimum, USUAL.ofMinimum] : [newWidth, USUAL.ofNew];
  const width = medianOf(widths);
  return width >= least * base && width <= most * base;
};

/** A log that is refused whole, with the place of its first wrong row in the list. */
export interface LogProblem {
  readonly index: number;
  readonly problem: string;
}

/**
 * Impossible logs: a meter that falls while the date rises, or at least half of the widths impossible for this belt.
 * @param readings in any order, with meters as entered
 * @returns the first problem, or null
 */
export function logProblem(readings: readonly WidthReading[], widths: Widths): LogProblem | null {
  const dated = readings.map((r, index) => ({ ...r, index })).filter((r) => /^\d{4}-\d{2}-\d{2}/.test(r.date));
  dated.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.meter - b.meter));
  for (let i = 1; i < dated.length; i++) {
    const [before, here] = [dated[i - 1]!, dated[i]!];
    if (here.meter < before.meter)
      return {
        index: here.index,
        problem: `the meter falls to ${here.meter} on ${here.date}, from ${before.meter} on ${before.date}; correct the meter, or start a new log after a replaced meter`,
      };
  }
  const unusual = readings.flatMap((r, index) => (isUsual(r, widths) ? [] : [{ index, width: medianOf(r.widths) }]));
  if (unusual.length === 0 || 2 * unusual.length < readings.length) return null;
  const [first] = unusual;
  const own = widths.newWidth === null ? `a minimum of ${widths.minimum} mm` : `a new width of ${widths.newWidth} mm`;
  return {
    index: first!.index,
    problem: `a width of ${first!.width} mm does not belong to a belt with ${own}; check the unit, and that the log is of this belt`,
  };
}

/** A reading as it was scaled, with whether it was excluded. */
export interface ScaledWidth {
  readonly meter: number;
  readonly width: number;
  readonly outlier: boolean;
}

/**
 * Reasons to measure the belt again before any verdict. Empty for a valid log.
 * @param readings by meter, on the scale of the flank lines, each with its exclusion by the forecast
 * @param taken the same readings as entered
 */
export function measureAgain(
  readings: readonly ScaledWidth[],
  taken: readonly Pick<WidthReading, 'widths'>[],
  widths: Widths,
): MeasureAgainReason[] {
  const reasons: MeasureAgainReason[] = [];
  const meters = [...new Set(readings.map((r) => r.meter))];
  const groups = meters.map((meter) => {
    const own = readings.filter((r) => r.meter === meter);
    return { width: medianOf(own.map((r) => r.width)), out: own.every((r) => r.outlier) };
  });
  const last = groups.length - 1;
  const latest = readings.flatMap((r, i) => (r.meter === meters[last] ? [taken[i]!] : []));
  const strange = latest.every((r) => !isUsual(r, widths));
  if (groups[last]!.out || strange) reasons.push(readings.length === 1 ? 'only-reading-doubtful' : 'latest-left-out');
  const rises = groups.some((here, k) => {
    const before = groups[k - 1];
    if (!before || here.width - before.width <= RISE_MM) return false;
    // One low reading that its neighbours contradict explains the rise after it.
    const earlier = groups[k - 2];
    if (before.out && earlier && here.width - earlier.width <= RISE_MM) return false;
    return k === last || groups[k + 1]!.width - before.width > RISE_STAYS_MM;
  });
  if (rises) reasons.push('wider-than-before');
  if (widths.newWidth !== null && groups[last]!.width > widths.newWidth + ABOVE_NEW_MM) reasons.push('wider-than-new');
  return reasons;
}
