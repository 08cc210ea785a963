import { roundPlaces } from './candidates';
import { isTogether, joined, type RingsAtTap } from './choose';
import { edgesOf, type EdgePoints, type Picture } from './edges';
import { explain } from './explain';
import type { Ellipse } from './refine';

/** Why a tap has an ellipse, or none. `two`: two rims are about equally likely. */
export type SeeReason = 'found' | 'two' | 'nothing' | 'blurred';

/** Outer rim of a pulley in a picture, in pixels. */
export interface SeenRim {
  readonly ellipse: Ellipse | null;
  /** One standard deviation of the centre, px. Null without an ellipse. */
  readonly sd: number | null;
  /** Probability that it is the rim, within a fortieth of its long half axis. */
  readonly confidence: number;
  readonly reason: SeeReason;
  /** Other possible rims, most likely first. */
  readonly others: readonly Ellipse[];
}

/** Least probability of a rim. On bolts, belts and ground the best ring has up to 0.1. */
const LEAST = 0.15;
/** Exponent from the probability to the confidence: the probability holds on drawn pictures, and real ones may differ. */
const CAUTION = 1.5;
/** A second rim that has this share of the probability of the first is about as likely. */
const ABOUT_AS_LIKELY = 0.8;
const MOST_OTHERS = 3;
/** Least probability of another possible rim. */
const LEAST_OTHER = 0.03;
/** Fewer edges than this around a tap: blurred, or dark. */
const LEAST_EDGES = 60;
/** Deviation of the centre as a share of the long half axis: of a certain rim, and what is added for an impossible one. */
const RIGHT_SD = 0.0085;
const WRONG_SD = 0.06;
/** Least confidence of a rim without a tap. */
const LEAST_UNASKED = 0.18;

/**
 * Finds the outer rim of the pulley at each tap. Rims are circles in parallel planes, so all taps of a picture share
 * the slant of the camera.
 * @param taps in pixels, y down
 */
export const see = (picture: Picture, taps: readonly (readonly [number, number])[]): readonly SeenRim[] =>
  taps.length === 0 ? [] : newSeeing(picture)(taps);

/** The same for several questions about one picture: its edges are found once. */
export function newSeeing(picture: Picture): Seeing {
  const edges = edgesOf(picture);
  const k = edges.scale;
  return (taps, known = []) =>
    taps.length === 0
      ? []
      : rimsAt(
          edges,
          taps.map(([x, y]) => [x * k, y * k]),
          known.map(({ x, y, a, b, angle }) => ({ x: k * x, y: k * y, a: k * a, b: k * b, angle })),
        );
}

/** Rims at taps, in pixels. `known` are rims of the same picture. They show its slant, so that fewer slants are tried. */
export type Seeing = (taps: readonly (readonly [number, number])[], known?: readonly Ellipse[]) => readonly SeenRim[];

/** Rims of a picture without taps, most likely first. */
export function seeAll(picture: Picture): readonly SeenRim[] {
  const edges = edgesOf(picture);
  const places = roundPlaces(edges);
  const out: SeenRim[] = [];
  const rims = rimsAt(edges, places).filter((r) => r.ellipse !== null && r.confidence >= LEAST_UNASKED);
  for (const rim of [...rims].sort((a, b) => b.confidence - a.confidence)) {
    const { x, y, a } = rim.ellipse!;
    if (out.every(({ ellipse: e }) => Math.hypot(e!.x - x, e!.y - y) > 0.6 * (e!.a + a))) out.push(rim);
  }
  return out;
}

/** @param taps in reduced pixels */
const rimsAt = (edges: EdgePoints, taps: readonly (readonly [number, number])[], known: readonly Ellipse[] = []): readonly SeenRim[] =>
  explain(edges, taps, known).last.taps.map((at) => rimOf(at, at.likely));

function rimOf({ edges, tap: [x, y], near, rings }: RingsAtTap, each: readonly number[]): SeenRim {
  const likely = joined(rings, each);
  const order = likely.map((_, k) => k).sort((p, q) => likely[q]! - likely[p]!);
  const first = likely[order[0] ?? 0] ?? 0;
  if (order.length === 0 || first < LEAST)
    return { ellipse: null, sd: null, confidence: 0, reason: near.count < LEAST_EDGES ? 'blurred' : 'nothing', others: [] };
  const distinct: number[] = [];
  for (const k of order)
    if (distinct.length === 0 || (likely[k]! >= LEAST_OTHER && distinct.every((j) => !isTogether(rings[j]!, rings[k]!)))) distinct.push(k);
  const second = distinct[1];
  const [ellipse, ...others] = distinct.slice(0, 1 + MOST_OTHERS).map((k): Ellipse => {
    const { ellipse: e } = rings[k]!;
    return { x: (x + e.x) / edges.scale, y: (y + e.y) / edges.scale, a: e.a / edges.scale, b: e.b / edges.scale, angle: e.angle };
  });
  return {
    ellipse: ellipse!,
    sd: ellipse!.a * (RIGHT_SD + WRONG_SD * (1 - first)),
    confidence: first ** CAUTION,
    reason: second !== undefined && likely[second]! > ABOUT_AS_LIKELY * first && first < 0.5 ? 'two' : 'found',
    others,
  };
}
