import type { TensionReading } from './combine';
import { FEEL_METHODS, type FeelMethod } from './feel';
import {
  DEFLECTION_SD_MM,
  FORCE_SD,
  LENGTH_SD_MM,
  MASS_SD,
  RATE_SD,
  SPAN_SD_MM,
  TAP_SD,
  deflectionBy,
  tapAt,
  tensionByPush,
  tensionByTap,
  type Strand,
} from './methods';

/** Ways of measuring a tension, each with a scale of its own. */
export const MEASURED_METHODS = ['tap', 'deflection', 'spring-length'] as const;
export type MeasuredMethod = (typeof MEASURED_METHODS)[number];
export const TENSION_METHODS = [...MEASURED_METHODS, 'marks', ...FEEL_METHODS] as const;
export type TensionMethod = (typeof TENSION_METHODS)[number];

/** True for methods by feel. Such a reading alone never confirms a setting. */
export const isFeel = (method: TensionMethod): method is FeelMethod => FEEL_METHODS.some((m) => m === method);

/** A measured value, before its conversion to a tension. */
export type MeasuredReading =
  | { readonly method: 'tap'; readonly at: readonly [string, string]; readonly hz: number; readonly sd?: number | undefined }
  | {
      readonly method: 'deflection';
      readonly at: readonly [string, string];
      readonly forceN: number;
      readonly deflectionMm: number;
      /** Belts pushed; all if omitted. */
      readonly belts?: number | undefined;
      readonly sd?: number | undefined;
    }
  | { readonly method: 'spring-length'; readonly at: string; readonly lengthMm: number; readonly sd?: number | undefined };

/** A reading by any method. */
export type TakenReading =
  | MeasuredReading
  /** Position of an adjuster. */
  | { readonly method: 'marks'; readonly at: string; readonly position: number }
  /** Degrees of a twist or roll, or mm that a thumb pushed. */
  | { readonly method: FeelMethod; readonly at: readonly [string, string]; readonly value: number };

const STEP = 1e-6;

/** Slope of f at x by a central difference, for a relative step. */
const slopeOf = (f: (x: number) => number, x: number): number => (f(x * (1 + STEP)) - f(x * (1 - STEP))) / (2 * x * STEP);

const shareOf = (byOneSd: number, tensionN: number): number => (tensionN === 0 ? 0 : byOneSd / tensionN);

/** A tapped span: mass is shared by every tap of the belt, the span's length by all that is read on it. */
export function readTap(strand: Strand, span: string, hz: number, sd?: number): TensionReading {
  const tensionN = tensionByTap(strand, hz);
  const ownAtN = (atN: number) => 2 * atN * (sd === undefined ? TAP_SD : sd / tapAt(strand, atN));
  return {
    tensionN,
    ownN: ownAtN(tensionN),
    ownAtN,
    shared: [
      { source: 'mass', share: MASS_SD },
      { source: `span ${span}`, share: (2 * SPAN_SD_MM) / strand.spanMm },
    ],
  };
}

/**
 * A span pushed at its middle. Its own error at another tension is that of the same push there: the same force, with
 * its deflection.
 * @param sd of the force, N
 */
export function readPush(
  strand: Strand,
  span: string,
  {
    forceN,
    deflectionMm,
    belts = strand.count,
    sd = FORCE_SD * forceN,
  }: { forceN: number; deflectionMm: number; belts?: number | undefined; sd?: number | undefined },
): TensionReading {
  const tensionN = tensionByPush(strand, forceN, deflectionMm, belts);
  const ownBy = (q: number) =>
    Math.hypot(
      slopeOf((f) => tensionByPush(strand, f, q, belts), forceN) * sd,
      slopeOf((mm) => tensionByPush(strand, forceN, mm, belts), q) * DEFLECTION_SD_MM,
    );
  const bySpan = slopeOf((l) => tensionByPush({ ...strand, spanMm: l }, forceN, deflectionMm, belts), strand.spanMm) * SPAN_SD_MM;
  return {
    tensionN,
    ownN: ownBy(deflectionMm),
    ownAtN: (atN) => ownBy(deflectionBy(strand, atN, (forceN * strand.count) / belts) ?? deflectionMm),
    shared: [{ source: `span ${span}`, share: shareOf(bySpan, tensionN) }],
  };
}

/** Installed length of a spring, with the tension that it means (`tensionBySpring`). */
export function readSpring(
  place: { readonly tensionN: number; readonly perMm: number; readonly byRateN: number },
  spring: string,
  sd = LENGTH_SD_MM,
): TensionReading {
  return {
    tensionN: place.tensionN,
    ownN: Math.abs(place.perMm) * sd,
    shared: [{ source: `rate ${spring}`, share: shareOf(RATE_SD * place.byRateN, place.tensionN) }],
  };
}
