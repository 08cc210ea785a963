import { arcsOf, profileOf } from './arcs';
import type { EdgePoints } from './edges';
import { fitRing, type FittedRing } from './refine';
import type { NearPoints } from './rings';
import { flattening } from './slants';
import { brightnessOf, tonesOf } from './tones';
import { FIRST, LAST } from './weights';

/** Another ring around the same tap, in radii of the first. Its centre is stated along the way to the foot of the camera. */
interface Relation {
  readonly cover: number;
  readonly size: number;
  readonly along: number;
  readonly across: number;
  readonly gap: number;
}

function relationOf({ ellipse: { x, y, a } }: FittedRing, { ellipse, cover }: FittedRing, [fx, fy]: readonly [number, number]): Relation {
  const [dx, dy] = [(ellipse.x - x) / a, (ellipse.y - y) / a];
  return { cover, size: ellipse.a / a, along: dx * fx + dy * fy, across: Math.abs(dx * fy - dy * fx), gap: Math.hypot(dx, dy) };
}

/** Rings around a tap, with the direction to the foot of the camera there. Reduced pixels. */
export interface RingsAtTap {
  readonly edges: EdgePoints;
  readonly tap: readonly [number, number];
  readonly near: NearPoints;
  readonly rings: readonly FittedRing[];
  readonly foot: readonly [number, number];
}

/** Evidence of the first rounds that a ring is the outer rim of its pulley: other rings around the same tap, and colours. */
export function evidenceOf({ edges, tap, near, rings, foot }: RingsAtTap, index: number): readonly number[] {
  const longSide = Math.max(edges.width, edges.height);
  const own = rings[index]!;
  const { a } = own.ellipse;
  const largest = Math.max(...rings.filter((r) => r.cover >= 0.5).map((r) => r.ellipse.a), a);
  const others = rings.filter((r) => r !== own).map((other) => relationOf(own, other, foot));
  const clearest = (holds: (r: Relation) => boolean) => others.reduce((most, r) => (holds(r) ? Math.max(most, r.cover) : most), 0);
  const far = clearest((r) => r.across < 0.06 && r.size > 0.9 && r.size < 1.03 && r.along > 0.02 && r.along < 0.5);
  const opposite = clearest((r) => r.across < 0.06 && r.size > 0.97 && r.size < 1.12 && r.along < -0.02 && r.along > -0.5);
  const tight = clearest((r) => r.size > 1.015 && r.size < 1.1 && r.gap < 0.1);
  const around = clearest((r) => r.size >= 1.1 && r.size < 1.4 && r.gap < 0.3);
  const wide = clearest((r) => r.size >= 1.4);
  const inside = clearest((r) => r.size > 0.85 && r.size < 0.985 && r.gap < 0.08);
  const deep = clearest((r) => r.size > 0.3 && r.size <= 0.85 && r.gap < 0.2);
  return [
    own.cover,
    own.cover * own.cover,
    own.spread * 100,
    index / 10,
    Math.log(a / largest),
    Math.log(a / largest) ** 2,
    far,
    opposite,
    tight,
    around,
    wide,
    inside,
    deep,
    Math.log(a / longSide / 0.08),
    Math.log(a / longSide / 0.08) ** 2,
    Math.max(0, own.cover - 0.8),
    ...tonesOf(edges, { ...own.ellipse, x: tap[0] + own.ellipse.x, y: tap[1] + own.ellipse.y }),
    Math.hypot(own.ellipse.x, own.ellipse.y) / a,
    ...arcsOf(near, own),
  ];
}

/** Deviation of the shape where a ring is fitted without the slant, as a share of the radius. */
const FREE = 0.06;

/** More evidence, for the last round: edges at radii around the ring, its fit without the slant, and brightness. */
export function moreEvidenceOf({ edges, tap, near, rings }: RingsAtTap, index: number): readonly number[] {
  const own = rings[index]!;
  const { x, y, a, b, angle } = own.ellipse;
  const shape = { ratio: b / a, angle };
  const free = fitRing(near, { x, y, a, shape }, FREE);
  const [p, q] = [flattening(shape), free ? flattening({ ratio: free.ellipse.b / free.ellipse.a, angle: free.ellipse.angle }) : null];
  return [
    ...profileOf(near, own.ellipse),
    free ? free.cover - own.cover : -0.3,
    q ? 10 * Math.hypot(p[0] - q[0], p[1] - q[1]) : 0,
    free ? 10 * Math.abs(free.ellipse.a / a - 1) : 1,
    ...brightnessOf(edges, { ...own.ellipse, x: tap[0] + x, y: tap[1] + y }),
  ];
}

/** Probability of each ring of a tap that it is the rim. It may be none of them. */
export interface Weighed {
  readonly likely: readonly number[];
  /** Logarithm of the evidence for the slant: the sum over all rings, and none. */
  readonly evidence: number;
}

/** @param round whether slants are compared, or the rim is chosen at the last one */
export function weigh(at: RingsAtTap, round: 'first' | 'last'): Weighed {
  const { weights, none } = round === 'first' ? FIRST : LAST;
  const evidence = (k: number) => (round === 'first' ? evidenceOf(at, k) : [...evidenceOf(at, k), ...moreEvidenceOf(at, k)]);
  const scores = at.rings.map((_, k) => evidence(k).reduce((sum, v, i) => sum + weights[i]! * v, 0));
  const top = Math.max(none, ...scores);
  const parts = scores.map((s) => Math.exp(s - top));
  const total = parts.reduce((a, v) => a + v, Math.exp(none - top));
  return { likely: parts.map((v) => v / total), evidence: top + Math.log(total) };
}

/** Two rings that differ by less than this share are right or wrong together. */
const TOGETHER = 0.02;

/** True for two rings that are almost the same. */
export const isTogether = ({ ellipse: e }: FittedRing, { ellipse: o }: FittedRing): boolean =>
  Math.max(Math.hypot(o.x - e.x, o.y - e.y), Math.abs(o.a - e.a), Math.abs(o.b - e.b)) <= TOGETHER * e.a;

/** Probability of each ring with that of all that are almost the same. */
export const joined = (rings: readonly FittedRing[], each: readonly number[]): readonly number[] =>
  rings.map((ring) => rings.reduce((sum, other, k) => (isTogether(ring, other) ? sum + each[k]! : sum), 0));
