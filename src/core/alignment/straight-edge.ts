/**
 * Gaps between a straight edge, or a string, laid along the outer face of one pulley, and the rim of another, mm. Positive where the rim stands back
 * from the edge, negative where it stands proud (the edge is then held off by a block, whose thickness is taken away).
 */
export interface RimGaps {
  /** At the rim nearest the pulley that the edge lies on, and at the one farthest from it. */
  readonly near: number;
  readonly far: number;
  /** Across the line of the two centres: above it and below it as one looks at the outer face, near being on the left. Null where only two were read. */
  readonly above: number | null;
  readonly below: number | null;
}

export interface GapsAsk {
  readonly gaps: RimGaps;
  /** Diameter at which the gaps were read, mm. */
  readonly rimDiameterMm: number;
  /** Width of the pulley that was read less that of the one the edge lies on, face to face, mm: grooves stand at the middle of each. */
  readonly widerByMm?: number;
}

/** How one pulley stands to another. */
export interface Misalignment {
  /** How far its groove stands back from the other's, at its centre, mm. */
  readonly offsetMm: number;
  /** Turned about the line across the centres: its far rim stands back. Degrees. */
  readonly skewDeg: number;
  /** Turned about the line of the centres: its upper rim stands back. Degrees; null where only two gaps were read. */
  readonly leanDeg: number | null;
  /** By how much the two pairs of gaps disagree on the middle, mm: the edge did not lie alike. Null with two. */
  readonly disagreeMm: number | null;
}

/** Pairs of gaps of one plane rim have one middle; beyond this the edge has moved between them, mm. */
export const MOST_DISAGREE_MM = 1;

const DEG = 180 / Math.PI;

/**
 * Offset and angles by the gaps. The rim is a plane circle: g(x, y) = offset + x·tan(skew) + y·tan(lean), x along the line of centres away from the
 * pulley that the edge lies on. Where four gaps are read the middle is their mean, the least squares of that plane.
 */
export function misalignmentOf({ gaps, rimDiameterMm, widerByMm = 0 }: GapsAsk): Misalignment {
  const { near, far, above, below } = gaps;
  const along = (near + far) / 2;
  const across = above === null || below === null ? null : (above + below) / 2;
  const face = across === null ? along : (along + across) / 2;
  return {
    offsetMm: face + widerByMm / 2,
    skewDeg: Math.atan((far - near) / rimDiameterMm) * DEG,
    leanDeg: above === null || below === null ? null : Math.atan((above - below) / rimDiameterMm) * DEG,
    disagreeMm: across === null ? null : Math.abs(along - across),
  };
}

/** The other way: gaps that a pulley so placed shows. For checks, and for practice. */
export function gapsOf(
  { offsetMm, skewDeg, leanDeg }: Pick<Misalignment, 'offsetMm' | 'skewDeg' | 'leanDeg'>,
  rimDiameterMm: number,
): RimGaps {
  const half = (deg: number) => (Math.tan(deg / DEG) * rimDiameterMm) / 2;
  return {
    near: offsetMm - half(skewDeg),
    far: offsetMm + half(skewDeg),
    above: leanDeg === null ? null : offsetMm + half(leanDeg),
    below: leanDeg === null ? null : offsetMm - half(leanDeg),
  };
}
