import type { EdgePoints } from './edges';
import { fitRing, type Ellipse, type FittedRing } from './refine';
import { pointsNear, ringsOf, type NearPoints, type Ring } from './rings';
import { footwards, shapeAt, type Slant } from './shapes';

/** Focal length of a phone, as a share of the longer side. */
export const FOCAL = 0.77;
/** Limits of the long half axis, as shares of the longer side. */
const SMALLEST = 0.024;
const LARGEST = 0.27;
/** Rings of a tap that are fitted. */
const MOST = 14;
/** Deviation of the shape from the slant, as a share of the radius. */
const TIGHT = 0.012;

const slantsOf = (tilts: readonly number[], turns: number): readonly Slant[] =>
  tilts.flatMap((deg) =>
    deg === 0
      ? [{ tilt: 0, toward: 0 }]
      : Array.from({ length: turns }, (_, k) => ({ tilt: (deg * Math.PI) / 180, toward: (k * 2 * Math.PI) / turns })),
  );
const SLANTS = slantsOf([0, 11, 20, 30], 12);

export interface TapRings {
  readonly near: NearPoints;
  readonly rings: readonly FittedRing[];
}

/** Slants that are tried if rims are known, and how many of them are fitted. */
const FINE_SLANTS = slantsOf([0, 4, 8, 12, 16, 20, 24, 28, 32], 16);
const MOST_KNOWN = 6;

/** Slants that agree best with the shapes of known rims. */
function slantsOfKnown(edges: EdgePoints, known: readonly Ellipse[]): readonly Slant[] {
  const long = Math.max(edges.width, edges.height);
  const vector = (ratio: number, angle: number) => [(1 - ratio) * Math.cos(2 * angle), (1 - ratio) * Math.sin(2 * angle)] as const;
  const missOf = (slant: Slant) =>
    known.reduce((sum, { x, y, a, b, angle }) => {
      const shape = shapeAt(slant, (x - edges.width / 2) / (FOCAL * long), (y - edges.height / 2) / (FOCAL * long));
      const [p, q] = [vector(shape.ratio, shape.angle), vector(b / a, angle)];
      return sum + (p[0] - q[0]) ** 2 + (p[1] - q[1]) ** 2;
    }, 0);
  return FINE_SLANTS.map((slant) => ({ slant, miss: missOf(slant) }))
    .sort((p, q) => p.miss - q.miss)
    .slice(0, MOST_KNOWN)
    .map(({ slant }) => slant);
}

/**
 * Rings around all taps, in reduced pixels relative to each tap, with the slant on which they agree best.
 * @param known rims of the same picture, in reduced pixels: their slant is then the first choice
 */
export function ringsOfTaps(
  edges: EdgePoints,
  taps: readonly (readonly [number, number])[],
  known: readonly Ellipse[] = [],
): { readonly slant: Slant; readonly taps: readonly TapRings[] } {
  const long = Math.max(edges.width, edges.height);
  const [least, most] = [SMALLEST * long, LARGEST * long];
  const near = taps.map(([x, y]) => pointsNear(edges, x, y, most * 1.35));
  const places = taps.map(([x, y]) => [(x - edges.width / 2) / (FOCAL * long), (y - edges.height / 2) / (FOCAL * long)] as const);
  const ringsWith = (slant: Slant) => near.map((points, i) => ringsOf(points, shapeAt(slant, ...places[i]!), least, most));
  const tried = (slant: Slant) => {
    const rings = ringsWith(slant);
    return { slant, rings, worth: rings.reduce((sum, of, i) => sum + valueOf(of, footwards(slant, ...places[i]!)), 0) };
  };
  // Votes are rough. The fits of the best few slants decide, then those of their neighbours.
  const byVotes = (known.length > 0 ? slantsOfKnown(edges, known) : SLANTS).map(tried).sort((p, q) => q.worth - p.worth);
  const fits = ({ slant, rings }: { readonly slant: Slant; readonly rings: readonly (readonly Ring[])[] }) => {
    const fittedTaps = near.map((points, i) => fitted(points, rings[i]!, TIGHT, FEW));
    return { slant, rings, worth: fittedTaps.reduce((sum, of, i) => sum + worthOf(of, footwards(slant, ...places[i]!)), 0) };
  };
  let best = byVotes
    .slice(0, BEST_SLANTS)
    .map(fits)
    .reduce((p, q) => (q.worth > p.worth ? q : p));
  for (const step of known.length > 0 ? STEPS.slice(-1) : STEPS) {
    const { tilt, toward } = best.slant;
    const turn = Math.min(0.6, step / Math.sin(Math.max(0.1, tilt)));
    const beside = [
      { tilt: tilt + step, toward },
      { tilt: Math.max(0, tilt - step), toward },
      { tilt, toward: toward + turn },
      { tilt, toward: toward - turn },
    ].filter((slant) => slant.tilt < STEEPEST);
    best = [best, ...beside.map((slant) => fits({ slant, rings: ringsWith(slant) }))].reduce((p, q) => (q.worth > p.worth ? q : p));
  }
  return {
    slant: best.slant,
    taps: near.map((points, i) => ({ near: points, rings: withBothEdges(points, fitted(points, best.rings[i]!, TIGHT, MOST)) })),
  };
}

const BEST_SLANTS = 4;
/** Rings of a tap that are fitted for a slant. */
const FEW = 5;

const worthOf = (rings: readonly FittedRing[], foot: readonly [number, number]): number =>
  pairValue(
    rings.map(({ ellipse: { x, y, a }, cover }) => ({ x, y, a, value: cover })),
    foot,
  );

/** Steps by which a slant is improved, radians, and its limit. */
const STEPS = [0.08, 0.05, 0.03];
const STEEPEST = 0.7;

/** Worth of the far flange, compared with that of the rim. */
const FAR = 0.6;
/** Worth of the clearest rings inside. */
const INNER = 0.25;
const CLEAREST = 24;

/** Value of the rings of a tap for a slant, from their votes. */
const valueOf = (rings: readonly Ring[], foot: readonly [number, number]): number =>
  pairValue(
    [...rings]
      .sort((a, b) => b.excess - a.excess)
      .slice(0, CLEAREST)
      .map(({ x, y, a, excess }) => ({ x, y, a, value: excess })),
    foot,
  );

/**
 * Value of rings for a slant: of the best rim with its far flange, and of the rings inside. The far flange is about as
 * large as the rim, and displaced toward the foot of the camera. With a wrong slant, one ring takes half of each.
 */
function pairValue(
  rings: readonly { readonly x: number; readonly y: number; readonly a: number; readonly value: number }[],
  [fx, fy]: readonly [number, number],
): number {
  let most = 0;
  for (const rim of rings) {
    let far = 0;
    for (const other of rings) {
      const size = other.a / rim.a;
      if (size < 0.91 || size > 1.02) continue;
      const [dx, dy] = [(other.x - rim.x) / rim.a, (other.y - rim.y) / rim.a];
      const along = dx * fx + dy * fy;
      if (along > 0.03 && along < 0.55 && Math.abs(dx * fy - dy * fx) < 0.065) far = Math.max(far, other.value);
    }
    most = Math.max(most, rim.value + FAR * far);
  }
  const clear = rings.map((r) => r.value).sort((p, q) => q - p);
  return most + INNER * clear.slice(0, 3).reduce((sum, v) => sum + v, 0);
}

/** Least cover of a fitted ring. */
const LEAST_FITTED = 0.25;

/** The clearest rings, fitted, without repetitions. */
function fitted(near: NearPoints, rings: readonly Ring[], shapeSd: number, most: number): readonly FittedRing[] {
  const out: FittedRing[] = [];
  for (const ring of [...rings].sort((a, b) => b.excess - a.excess).slice(0, 3 * most)) {
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

/** Rings with the other edge of their lip. A lip has two edges close together, and the votes show only the clearer one. */
function withBothEdges(near: NearPoints, rings: readonly FittedRing[]): readonly FittedRing[] {
  const out = [...rings];
  for (const { ellipse } of rings)
    for (const by of LIP_STEPS) {
      const { x, y, a, b, angle } = ellipse;
      const fit = fitRing(near, { x, y, a: a * by, shape: { ratio: b / a, angle } }, TIGHT, LIP_TOLERANCES);
      if (!fit || fit.cover < LEAST_FITTED) continue;
      const isThere = out.some(
        ({ ellipse: e }) =>
          Math.abs(e.a / fit.ellipse.a - 1) < SAME_SIZE && Math.hypot(e.x - fit.ellipse.x, e.y - fit.ellipse.y) < SAME_MIDDLE * e.a,
      );
      if (!isThere) out.push(fit);
    }
  return out;
}

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
