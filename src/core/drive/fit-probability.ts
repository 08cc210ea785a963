import type { LengthWindow } from './window';

/** Standard deviations of a window's ends, mm; null for an end that is not there. */
export interface WindowEnds {
  readonly shortestSd: number | null;
  readonly longestSd: number | null;
}

/** A window with its ends moved inwards. */
export const inset = (window: LengthWindow, fromShort: number, fromLong: number): Pick<LengthWindow, 'intervals'> => ({
  intervals: window.intervals.map(([a, b]) => [a + fromShort, b - fromLong]),
});
/** True if a length is in the window. */
export const inside = (window: Pick<LengthWindow, 'intervals'>, mm: number) => window.intervals.some(([a, b]) => mm >= a && mm <= b);

/** Φ from a Chebyshev fit of the complementary error function, relative error under 1.2e-7 everywhere (Press et al., Numerical Recipes, §6.2). */
function normalBelow(z: number): number {
  if (z === Infinity) return 1;
  if (z === -Infinity) return 0;
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + x / 2);
  const erfc =
    t *
    Math.exp(
      -x * x -
        1.26551223 +
        t *
          (1.00002368 +
            t *
              (0.37409196 +
                t *
                  (0.09678418 +
                    t * (-0.18628806 + t * (0.27886807 + t * (-1.13520398 + t * (1.48851587 + t * (-0.82215223 + t * 0.17087277)))))))),
    );
  return z >= 0 ? 1 - erfc / 2 : erfc / 2;
}

/**
 * Probability that a length drawn from a normal distribution falls in the window: its mass over each interval, in closed form. Where the ends of
 * the window are themselves uncertain, each end's own variance adds to the length's.
 */
export function fitProbability(
  window: LengthWindow,
  meanMm: number,
  sdMm: number,
  ends: WindowEnds = { shortestSd: 0, longestSd: 0 },
): number {
  const below = (end: number, endSd: number) => {
    const sd = Math.hypot(sdMm, endSd);
    return sd > 0 ? normalBelow((end - meanMm) / sd) : end >= meanMm ? 1 : 0;
  };
  if (!(sdMm > 0) && !ends.shortestSd && !ends.longestSd) return inside(window, meanMm) ? 1 : 0;
  const mass = window.intervals.reduce(
    (sum, [a, b]) => sum + Math.max(0, below(b, ends.longestSd ?? 0) - below(a, ends.shortestSd ?? 0)),
    0,
  );
  return Math.min(1, Math.max(0, mass));
}
