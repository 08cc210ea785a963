/**
 * Gaps between a straight edge or string along the outer face of one pulley and the rim of another, mm. Positive if the
 * rim is behind the edge. Negative if it is in front. The edge is then on a block, and the thickness of the block is
 * subtracted.
 */
export interface RimGaps {
  /** At the rim nearest to the reference pulley, and at the rim farthest from it. */
  readonly near: number;
  readonly far: number;
  /**
   * Above and below the line of centres, seen from the outer face with near on the left. Null if only two gaps were
   * measured.
   */
  readonly above: number | null;
  readonly below: number | null;
}

export interface GapsAsk {
  readonly gaps: RimGaps;
  /** Diameter at which the gaps were read, mm. */
  readonly rimDiameterMm: number;
  /** Width of the measured pulley less that of the reference pulley, face to face, mm. Each groove is at mid-width. */
  readonly widerByMm?: number;
}

/** Offset and angles between two pulleys. */
export interface Misalignment {
  /** Distance of its groove behind the groove of the reference, at its centre, mm. */
  readonly offsetMm: number;
  /** Rotation about the line across the centres, degrees. Positive if the far rim is behind. */
  readonly skewDeg: number;
  /** Rotation about the line of centres, degrees. Positive if the upper rim is behind. Null with only two gaps. */
  readonly leanDeg: number | null;
  /** Difference between the centres from the two pairs of gaps, mm. It shows that the edge moved. Null with two gaps. */
  readonly disagreeMm: number | null;
}

/** Pairs of gaps of one plane rim have one middle; beyond this the edge has moved between them, mm. */
export const MOST_DISAGREE_MM = 1;

const DEG = 180 / Math.PI;

/**
 * Offset and angles from the gaps. The rim is a plane circle: g(x, y) = offset + x·tan(skew) + y·tan(lean), with x
 * along the line of centres away from the reference pulley. With four gaps the centre is their mean, which is the least
 * squares fit of that plane.
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
