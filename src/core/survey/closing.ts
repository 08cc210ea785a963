export type ClosingVerdict = 'agrees' | 'stretched' | 'too-short-for-the-path' | 'longer-than-the-path' | 'lies-loose';

export interface ClosingCheck {
  readonly verdict: ClosingVerdict;
  /** Computed path less the belt's length, mm, with its standard deviation. */
  readonly differenceMm: number;
  readonly sd: number;
  /** As a share of the belt's length. */
  readonly share: number;
  /** A single reading that would explain it, and by how much it would have to be off, mm. */
  readonly culprit: { readonly id: string; readonly byMm: number } | null;
}

/** A belt stretches this much in its life, as a share, before it is done. */
const MOST_STRETCH = 0.015;
/** Two deviations: what is closer agrees. */
const AGREES = 2;
/** A reading is rarely off by more, mm. */
const MOST_SLIP_MM = 80;

/**
 * Holds the computed path against the belt that is on the drive.
 * @param pathMm pitch length of the drawn path, mm, with its sd
 * @param beltMm pitch length of the belt, mm, with its sd: making tolerance, or the wrap's error
 * @param taut whether the belt was tight round all its pulleys when the drive was measured
 * @param slopes how much the path grows per mm of each measure
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
