/** One belt of a drive as its spans are read. Tensions are of the whole belt, all strands side by side. */
export interface Strand {
  /** Mass of one belt or rib, kg/m. */
  readonly massKgPerM: number;
  /** Belts or ribs side by side. */
  readonly count: number;
  /** Free length of the span, mm. */
  readonly spanMm: number;
  /**
   * Longitudinal stiffness EA/L₀ of the whole belt, N/mm, if nothing moves under a push. Null if a sprung tensioner
   * moves, or the belt has no length.
   */
  readonly stiffnessNPerMm: number | null;
}

/** Static tension by a tapped span's note, N: T = 4·m·ℓ²·f² (Mersenne), times the belts side by side. @param hz over 0 */
export function tensionByTap({ massKgPerM, count, spanMm }: Strand, hz: number): number {
  const metres = spanMm / 1000;
  return 4 * massKgPerM * count * metres * metres * hz * hz;
}

/** The note of a tapped span at a tension, Hz: √(T/(count·m))/(2ℓ). */
export function tapAt({ massKgPerM, count, spanMm }: Strand, tensionN: number): number {
  return Math.sqrt(Math.max(0, tensionN) / (count * massKgPerM)) / ((2 * spanMm) / 1000);
}

/** Deflection that a span is usually pushed to, mm: a sixty-fourth of it. */
export const usualDeflection = (spanMm: number): number => spanMm / 64;

/** Tension that the push itself adds without a spring, N: EA·(√(ℓ² + 4q²) − ℓ)/L₀. */
const addedBy = ({ spanMm, stiffnessNPerMm }: Strand, deflectionMm: number): number =>
  (stiffnessNPerMm ?? 0) * (Math.hypot(spanMm, 2 * deflectionMm) - spanMm);

/** Twice the sine of what half a span is turned by, tan a = 2q/ℓ. */
const twiceSine = (spanMm: number, deflectionMm: number): number => (4 * deflectionMm) / Math.hypot(spanMm, 2 * deflectionMm);

/** Force at mid-span on all belts for a deflection, N: F = 2·T′·sin a. */
export const pushAt = (strand: Strand, tensionN: number, deflectionMm: number): number =>
  (tensionN + addedBy(strand, deflectionMm)) * twiceSine(strand.spanMm, deflectionMm);

/** Static tension by a push at mid-span, N, whole belt. @param belts how many of the belts were pushed */
export const tensionByPush = (strand: Strand, forceN: number, deflectionMm: number, belts: number = strand.count): number =>
  (forceN * strand.count) / belts / twiceSine(strand.spanMm, deflectionMm) - addedBy(strand, deflectionMm);

/** Deflection for a force at mid-span, mm, by bisection of the force law. Null if it exceeds half the span. */
export function deflectionBy(strand: Strand, tensionN: number, forceN: number): number | null {
  let [low, high] = [0, strand.spanMm / 2];
  if (pushAt(strand, tensionN, high) < forceN) return null;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (pushAt(strand, tensionN, middle) < forceN) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Standard deviations of a span, a belt's mass, a deflection and a spring rate. */
export const SPAN_SD_MM = 2;
export const MASS_SD = 0.08;
export const DEFLECTION_SD_MM = 0.5;
export const RATE_SD = 0.1;
/** Default standard deviations: share of the frequency, share of the force, and length in mm. */
export const TAP_SD = 0.01;
export const FORCE_SD = 0.05;
export const LENGTH_SD_MM = 1;
