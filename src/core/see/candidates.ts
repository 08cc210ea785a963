import type { EdgePoints } from './edges';
import { fitRing, type FittedRing } from './refine';
import { pointsNear, ringsOf, thinned, type NearPoints, type Ring } from './rings';
import { footwards, shapeAt, type Slant } from './shapes';
import { between, improvedSlant, placeIn, ROUGH_SLANTS, seenShape, slantsOfShapes, type SeenShape } from './slants';

/** Limits of the long half axis, as shares of the longer side. */
const SMALLEST = 0.024;
const LARGEST = 0.27;
/** Rings of a tap that are fitted. */
const MOST = 14;
/** Deviation of the shape from the slant, as a share of the radius. */
const TIGHT = 0.012;
/** The same where the rings themselves improve the slant. */
const LOOSE = 0.04;
/** Clearest rings of a tap that improve a slant, and how many of them remain after the fit. */
const SEEDS = 8;
const FEW = 5;
const IMPROVEMENTS = 2;
/** Slants for which all taps are examined, and those of known rims. */
const MOST_SLANTS = 6;
const MOST_KNOWN = 4;
/** Two slants closer than this are one, radians. */
const SAME_SLANT = 0.03;

export interface TapRings {
  readonly near: NearPoints;
  /** In reduced pixels relative to the tap. */
  readonly rings: readonly FittedRing[];
}

/** Rings around all taps for one slant of the camera. */
export interface SlantRings {
  readonly slant: Slant;
  readonly taps: readonly TapRings[];
}

/** Search for rings around the taps of one picture. */
export interface RingSearch {
  /**
   * Slants that the picture may have.
   * @param known shapes of rims of the same picture: only slants that agree with them are tried
   */
  readonly slants: (known: readonly SeenShape[]) => readonly Slant[];
  /**
   * Rings around all taps for a slant.
   * @param seeds rings that are fitted too
   * @param withLips whether the other edge of each rolled lip is a ring of its own
   */
  readonly rings: (slant: Slant, seeds: readonly (readonly FittedRing[])[], withLips: boolean) => SlantRings;
}

/** @param taps in reduced pixels */
export function newRingSearch(edges: EdgePoints, taps: readonly (readonly [number, number])[]): RingSearch {
  const long = Math.max(edges.width, edges.height);
  const [least, most] = [SMALLEST * long, LARGEST * long];
  const near = taps.map(([x, y]) => pointsNear(edges, x, y, most * 1.35));
  const places = taps.map(([x, y]) => placeIn(edges, x, y));
  const ringsWith = (slant: Slant, points: readonly NearPoints[]) =>
    points.map((of, i) => ringsOf(of, shapeAt(slant, ...places[i]!), least, most));
  const improved = (first: Slant, rings: readonly (readonly Ring[])[]) => {
    const seeds = rings.map((of) => clearest(of, SEEDS));
    let slant = first;
    for (let k = 0; k < IMPROVEMENTS; k++) {
      const seen = seeds.flatMap((of, i) => {
        const shape = shapeAt(slant, ...places[i]!);
        const reshaped = of.map((ring) => ({ ...ring, shape }));
        return fitted(near[i]!, reshaped, LOOSE, FEW).map((ring) => seenShape(places[i]!, ring));
      });
      slant = improvedSlant(slant, seen);
    }
    return slant;
  };
  const slants: RingSearch['slants'] = (known) => {
    if (known.length > 0) return slantsOfShapes(known, MOST_KNOWN);
    const thin = near.map(thinned);
    const rough = ROUGH_SLANTS.map((slant) => {
      const rings = ringsWith(slant, thin);
      return { slant, rings, worth: rings.reduce((sum, of, i) => sum + valueOf(of, footwards(slant, ...places[i]!)), 0) };
    });
    const out: Slant[] = [];
    for (const { slant: first, rings } of rough.sort((p, q) => q.worth - p.worth).slice(0, MOST_SLANTS)) {
      const slant = improved(first, rings);
      if (out.every((other) => between(other, slant) >= SAME_SLANT)) out.push(slant);
    }
    return out;
  };
  const rings: RingSearch['rings'] = (slant, seeds, withLips) => ({
    slant,
    taps: ringsWith(slant, near).map((of, i) => {
      const own = fitted(near[i]!, of, TIGHT, MOST);
      const shape = shapeAt(slant, ...places[i]!);
      const all = withOthers(
        own,
        (seeds[i] ?? []).map(({ ellipse: { x, y, a } }) => fitRing(near[i]!, { x, y, a, shape }, TIGHT)),
      );
      return { near: near[i]!, rings: withLips ? withBothEdges(near[i]!, all) : all };
    }),
  });
  return { slants, rings };
}

const clearest = (rings: readonly Ring[], count: number): readonly Ring[] => [...rings].sort((p, q) => q.excess - p.excess).slice(0, count);

/** Worth of the far flange, compared with that of the rim. */
const FAR = 0.6;
/** Worth of the clearest rings inside. */
const INNER = 0.25;
const CLEAREST = 24;

/**
 * Value of rings for a slant: of the best rim with its far flange, and of the rings inside. The far flange is about as
 * large as the rim, and displaced toward the foot of the camera. With a wrong slant, one ring takes half of each.
 */
function valueOf(of: readonly Ring[], [fx, fy]: readonly [number, number]): number {
  const rings = clearest(of, CLEAREST);
  let most = 0;
  for (const rim of rings) {
    let far = 0;
    for (const other of rings) {
      const size = other.a / rim.a;
      if (size < 0.91 || size > 1.02) continue;
      const [dx, dy] = [(other.x - rim.x) / rim.a, (other.y - rim.y) / rim.a];
      const along = dx * fx + dy * fy;
      if (along > 0.03 && along < 0.55 && Math.abs(dx * fy - dy * fx) < 0.065) far = Math.max(far, other.excess);
    }
    most = Math.max(most, rim.excess + FAR * far);
  }
  return most + INNER * rings.slice(0, 3).reduce((sum, r) => sum + r.excess, 0);
}

/** Least cover of a fitted ring. */
const LEAST_FITTED = 0.25;

/** The clearest rings, fitted, without repetitions. */
function fitted(near: NearPoints, rings: readonly Ring[], shapeSd: number, most: number): readonly FittedRing[] {
  const out: FittedRing[] = [];
  for (const ring of clearest(rings, 3 * most)) {
    const fit = fitRing(near, ring, shapeSd);
    if (!fit || fit.cover < LEAST_FITTED) continue;
    const same = out.findIndex(
      ({ ellipse: e }) => Math.abs(e.a / fit.ellipse.a - 1) < 0.012 && Math.hypot(e.x - fit.ellipse.x, e.y - fit.ellipse.y) < 0.02 * e.a,
    );
    if (same < 0) out.push(fit);
    else if (fit.cover > out[same]!.cover) out[same] = fit;
    if (out.length === most) break;
  }
  return out;
}

/** Steps from an edge of a rolled lip to the other one. Edges that count then. Shares of the radius. */
const LIP_STEPS = [1.03, 0.97];
const LIP_TOLERANCES = [0.018, 0.012, 0.012];
/** Two rings that differ by less are one, as shares of the radius. */
const SAME_SIZE = 0.01;
const SAME_MIDDLE = 0.012;

/** Rings with others that are not the same. */
function withOthers(rings: readonly FittedRing[], others: readonly (FittedRing | null)[]): readonly FittedRing[] {
  const out = [...rings];
  for (const fit of others) {
    if (!fit || fit.cover < LEAST_FITTED) continue;
    const isThere = out.some(
      ({ ellipse: e }) =>
        Math.abs(e.a / fit.ellipse.a - 1) < SAME_SIZE && Math.hypot(e.x - fit.ellipse.x, e.y - fit.ellipse.y) < SAME_MIDDLE * e.a,
    );
    if (!isThere) out.push(fit);
  }
  return out;
}

/** Rings with the other edge of their lip. A lip has two edges close together, and the votes show only the clearer one. */
const withBothEdges = (near: NearPoints, rings: readonly FittedRing[]): readonly FittedRing[] =>
  withOthers(
    rings,
    rings.flatMap(({ ellipse: { x, y, a, b, angle } }) =>
      LIP_STEPS.map((by) => fitRing(near, { x, y, a: a * by, shape: { ratio: b / a, angle } }, TIGHT, LIP_TOLERANCES)),
    ),
  );

/** Spacing of places that are tried without taps, as a share of the longer side. */
const GRID = 0.055;
const CLEAR = 0.42;
const MOST_PLACES = 12;

/** Centres of the clearest round edges of a picture, in reduced pixels. */
export function roundPlaces(edges: EdgePoints): readonly (readonly [number, number])[] {
  const long = Math.max(edges.width, edges.height);
  const step = GRID * long;
  const found: { readonly x: number; readonly y: number; readonly a: number; readonly excess: number }[] = [];
  for (let y = step; y < edges.height - step / 2; y += step)
    for (let x = step; x < edges.width - step / 2; x += step)
      for (const ring of ringsOf(pointsNear(edges, x, y, LARGEST * long), { ratio: 0.95, angle: 0 }, SMALLEST * long, LARGEST * long))
        if (ring.excess > CLEAR) found.push({ x: x + ring.x, y: y + ring.y, a: ring.a, excess: ring.excess });
  const out: { readonly x: number; readonly y: number; readonly a: number }[] = [];
  for (const place of found.sort((p, q) => q.excess - p.excess))
    if (out.length < MOST_PLACES && out.every((o) => Math.hypot(o.x - place.x, o.y - place.y) > 0.5 * Math.max(o.a, place.a)))
      out.push(place);
  return out.map(({ x, y }) => [x, y] as const);
}
