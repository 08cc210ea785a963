import type { Ellipse, FittedRing } from './refine';
import { shapeAt, type Shape, type Slant } from './shapes';

/** Focal length of a phone, as a share of the longer side. */
export const FOCAL = 0.77;

/** A place of the picture, from its middle, in focal lengths. */
export type Place = readonly [number, number];

export const placeIn = ({ width, height }: { readonly width: number; readonly height: number }, x: number, y: number): Place => {
  const focal = FOCAL * Math.max(width, height);
  return [(x - width / 2) / focal, (y - height / 2) / focal];
};

const slantsOf = (tilts: readonly number[], turns: number): readonly Slant[] =>
  tilts.flatMap((deg) =>
    deg === 0
      ? [{ tilt: 0, toward: 0 }]
      : Array.from({ length: turns }, (_, k) => ({ tilt: (deg * Math.PI) / 180, toward: (k * 2 * Math.PI) / turns })),
  );

/** Slants that are compared by votes. */
export const ROUGH_SLANTS = slantsOf([0, 11, 20, 30], 12);
const FINE_SLANTS = slantsOf([0, 1, 3, 5, 7, 9, 11, 13, 15, 17, 19, 21, 23, 25, 27, 29, 31, 33, 35, 37], 36);

/** Length and direction of a shape's flattening. Its direction counts twice, as a half turn changes nothing. */
export const flattening = ({ ratio, angle }: Shape): readonly [number, number] => [
  (1 - ratio) * Math.cos(2 * angle),
  (1 - ratio) * Math.sin(2 * angle),
];

/** Angle between two slants in radians, nearly. */
export const between = (p: Slant, q: Slant): number =>
  Math.hypot(p.tilt * Math.cos(p.toward) - q.tilt * Math.cos(q.toward), p.tilt * Math.sin(p.toward) - q.tilt * Math.sin(q.toward));

/** A shape that was seen at a place, with its weight. */
export interface SeenShape {
  readonly place: Place;
  readonly shape: Shape;
  readonly weight: number;
}

export const seenShape = (place: Place, { ellipse: { a, b, angle }, cover }: FittedRing): SeenShape => ({
  place,
  shape: { ratio: b / a, angle },
  weight: cover ** 4,
});

/** Deviation of a seen shape. Larger differences count less (Cauchy). */
const SHAPE_SD = 0.015;
/** Steps of an improved slant, radians. */
const IN_REACH = 0.16;

/** Misfit of seen shapes and a slant. */
export function misfit(slant: Slant, seen: readonly SeenShape[]): number {
  let sum = 0;
  for (const { place, shape, weight } of seen) {
    const [p, q] = [flattening(shapeAt(slant, ...place)), flattening(shape)];
    sum += weight * Math.log1p(((p[0] - q[0]) ** 2 + (p[1] - q[1]) ** 2) / SHAPE_SD ** 2);
  }
  return sum;
}

/** Different slants that agree best with seen shapes, best first. One rim alone agrees with two that lean opposite ways. */
export function slantsOfShapes(seen: readonly SeenShape[], count: number): readonly Slant[] {
  const out: Slant[] = [];
  const order = FINE_SLANTS.map((slant) => ({ slant, by: misfit(slant, seen) })).sort((p, q) => p.by - q.by);
  for (const { slant } of order) if (out.length < count && out.every((other) => between(other, slant) > APART)) out.push(slant);
  return out;
}
const APART = 0.06;

/** The slant near a first one that agrees best with seen shapes. */
export function improvedSlant(first: Slant, seen: readonly SeenShape[]): Slant {
  let [best, least] = [first, misfit(first, seen)];
  const tryOne = (slant: Slant) => {
    const by = misfit(slant, seen);
    if (by < least) [best, least] = [slant, by];
  };
  for (const slant of FINE_SLANTS) if (between(slant, first) < IN_REACH) tryOne(slant);
  for (const step of POLISH) {
    const [x, y] = [best.tilt * Math.cos(best.toward), best.tilt * Math.sin(best.toward)];
    for (const [dx, dy] of [
      [step, 0],
      [-step, 0],
      [0, step],
      [0, -step],
    ] as const)
      tryOne({ tilt: Math.hypot(x + dx, y + dy), toward: Math.atan2(y + dy, x + dx) });
  }
  return best;
}
const POLISH = [0.015, 0.015, 0.007, 0.007];

/** Shapes of known rims of the same picture. */
export const knownShape = (place: Place, { a, b, angle }: Ellipse): SeenShape => ({ place, shape: { ratio: b / a, angle }, weight: 1 });
