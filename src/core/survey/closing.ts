export type ClosingVerdict = 'agrees' | 'stretched' | 'too-short-for-the-path' | 'longer-than-the-path' | 'lies-loose';

export interface ClosingCheck {
  readonly verdict: ClosingVerdict;
  /** Computed path less the belt's length, mm, with its standard deviation. */
  readonly differenceMm: number;
  readonly sd: number;
  /** As a share of the belt's length. */
  readonly share: number;
  /** A single reading that would explain it, and its necessary error, mm. */
  readonly culprit: { readonly id: string; readonly byMm: number } | null;
}

/** A belt stretches this much in its life, as a share, before it is done. */
const MOST_STRETCH = 0.015;
/** Two deviations: what is closer agrees. */
const AGREES = 2;
/** A reading is rarely off by more, mm. */
const MOST_SLIP_MM = 80;

/**
 * Compares the computed path with the fitted belt.
 * @param pathMm pitch length of the drawn path, mm, with its sd
 * @param beltMm pitch length of the belt, mm, with its sd: manufacturing tolerance, or the error of the wrap
 * @param taut true if the belt was tight on all its pulleys during the measurement
 * @param slopes change of the path per mm of each measurement
 */
export function closingCheck({
  pathMm,
  pathSd,
  beltMm,
  beltSd,
  taut,
  slopes,
}: {
  pathMm: number;
  pathSd: number;
  beltMm: number;
  beltSd: number;
  taut: boolean;
  slopes: readonly { readonly id: string; readonly perMm: number }[];
}): ClosingCheck {
  const differenceMm = pathMm - beltMm;
  const sd = Math.hypot(pathSd, beltSd);
  const share = differenceMm / beltMm;
  const verdict: ClosingVerdict =
    Math.abs(differenceMm) <= AGREES * sd
      ? 'agrees'
      : differenceMm > 0
        ? share <= MOST_STRETCH && taut
          ? 'stretched'
          : 'too-short-for-the-path'
        : taut
          ? 'longer-than-the-path'
          : 'lies-loose';
  const suspicious = verdict === 'too-short-for-the-path' || verdict === 'longer-than-the-path';
  const slips = suspicious
    ? slopes
        .flatMap(({ id, perMm }) => (Math.abs(perMm) < 0.05 ? [] : [{ id, byMm: differenceMm / perMm }]))
        .filter((s) => Math.abs(s.byMm) <= MOST_SLIP_MM)
    : [];
  slips.sort((a, b) => Math.abs(a.byMm) - Math.abs(b.byMm));
  return { verdict, differenceMm, sd, share, culprit: slips[0] ?? null };
}
