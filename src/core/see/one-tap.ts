import type { Ellipse } from './refine';
import type { Seeing, SeenRim } from './see';

/** A rim that is marked on a picture, in pixels. Without `sd` of its middle, it was set by hand. */
export interface MarkedRim {
  readonly ellipse: Ellipse;
  readonly sd: number | null;
}

/** Marked rims with a smaller deviation show the slant of the picture. Share of the long half axis. */
const CLEAR_SD = 0.027;
/** A rim with less confidence than this is searched again without the slant of the others. */
const DOUBTFUL = 0.18;
/** Middles of marked rims that are then passed with the tap. */
const MOST_OTHERS = 2;

/**
 * The rim at a tap, with the rims that are marked already. The clear ones show the slant. If they do not help, all
 * slants are tried.
 */
export function rimAtTap(seeing: Seeing, tap: readonly [number, number], marked: readonly MarkedRim[]): SeenRim {
  const known = marked.flatMap(({ ellipse, sd }) => (sd !== null && sd > CLEAR_SD * ellipse.a ? [] : [ellipse]));
  const [first] = known.length > 0 ? seeing([tap], known) : [];
  if (first?.ellipse && first.confidence >= DOUBTFUL) return first;
  const others = marked.slice(-MOST_OTHERS).map(({ ellipse: { x, y } }) => [x, y] as const);
  return seeing([tap, ...others])[0]!;
}
