/**
 * Method of a width: over several ribs, over one rib, or between flank lines. These are straight edges on the flanks,
 * extended to the top line.
 */
export const WIDTH_METHODS = ['rib-top', 'single', 'flank-line'] as const;
export type WidthMethod = (typeof WIDTH_METHODS)[number];

/** One row of a belt's log. */
export interface WidthReading {
  /** From the fitting of the belt, in any one unit; 0 when new. */
  readonly meter: number;
  /** As it is written; readings of one date share what that day had of its own. */
  readonly date: string;
  readonly method: WidthMethod;
  /** mm; one or more. */
  readonly widths: readonly number[];
}

/** Spread of one rib, or one value by flank lines, mm. */
const RIB_SD: Readonly<Record<WidthMethod, number>> = { 'rib-top': 0.05, single: 0.05, 'flank-line': 0.08 };
/** Largest distance of a rib from the median of at least three, in rib sd. Beyond it is a chunk or a misreading. */
const DROPPED_SD = 4;
/** Two ribs with a larger difference, in rib sd: either may be correct, or neither. */
const SPLIT_SD = 5;

/** Probability that a reading of one or two values is false, and of three or more. */
const DOUBT = { few: 0.06, many: 0.01 };
/** Same for two different ribs. Each of them is correct with half of the rest. */
const SPLIT_DOUBT = 0.1;

/** A reading as the model takes it: its mean without dropped ribs, or either of two. */
export interface Digested {
  /** Possible values, mm, with their weights. */
  readonly values: readonly { readonly width: number; readonly chance: number }[];
  /** Variance of the mean by its ribs alone, mm². */
  readonly ribVariance: number;
  /** Chance that it is none of them. */
  readonly doubt: number;
}

/** The middle of some numbers. */
export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}

/** Summary of the ribs of one reading. A line through other readings is not used, since an outlier would shift the line. */
export function digest({ method, widths }: Pick<WidthReading, 'method' | 'widths'>): Digested {
  const sd = RIB_SD[method];
  const mean = (of: readonly number[]) => of.reduce((a, w) => a + w, 0) / of.length;
  if (widths.length === 2 && Math.abs(widths[0]! - widths[1]!) > SPLIT_SD * sd)
    return {
      values: widths.map((width) => ({ width, chance: (1 - SPLIT_DOUBT) / 2 })),
      ribVariance: sd * sd,
      doubt: SPLIT_DOUBT,
    };
  const median = medianOf(widths);
  const kept = widths.length >= 3 ? widths.filter((w) => Math.abs(w - median) <= DROPPED_SD * sd) : widths;
  // If four ribs form two pairs, none is near the median. Then all count, and the reading may be false like any other.
  const used = kept.length > 0 ? kept : widths;
  const doubt = widths.length >= 3 ? DOUBT.many : DOUBT.few;
  return { values: [{ width: mean(used), chance: 1 - doubt }], ribVariance: (sd * sd) / used.length, doubt };
}
