import type { EdgePoints } from './edges';
import type { FittedRing } from './refine';
import { tonesOf } from './tones';

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
  readonly rings: readonly FittedRing[];
  readonly foot: readonly [number, number];
}

/** Evidence that a ring is the outer rim of its pulley: other rings around the same tap, and colours. */
export function evidenceOf({ edges, tap, rings, foot }: RingsAtTap, index: number): readonly number[] {
  const longSide = Math.max(edges.width, edges.height);
  const own = rings[index]!;
  const { a } = own.ellipse;
  const largest = Math.max(...rings.filter((r) => r.cover >= 0.5).map((r) => r.ellipse.a), a);
  const others = rings.filter((r) => r !== own).map((other) => relationOf(own, other, foot));
  const clearest = (holds: (r: Relation) => boolean) => others.reduce((most, r) => (holds(r) ? Math.max(most, r.cover) : most), 0);
  const far = clearest((r) => r.across < 0.06 && r.size > 0.9 && r.size < 1.03 && r.along > 0.02 && r.along < 0.5);
  const near = clearest((r) => r.across < 0.06 && r.size > 0.97 && r.size < 1.12 && r.along < -0.02 && r.along > -0.5);
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
    near,
    tight,
    around,
    wide,
    inside,
    deep,
    Math.log(a / longSide / 0.08),
    Math.log(a / longSide / 0.08) ** 2,
    Math.max(0, own.cover - 0.8),
    ...tonesOf(edges, { ...own.ellipse, x: tap[0] + own.ellipse.x, y: tap[1] + own.ellipse.y }),
  ];
}

/** Weights of the evidence, by softmax regression over 413 rims on drawn pictures (`npm run fit:see`), and that of none. */
const WEIGHTS = [
  2.433, 2.99, -1.098, -0.428, 0.763, 0.582, 0.969, -0.297, 0.561, -0.947, -0.874, -0.404, 1.372, -1.326, -1.049, 0.425, 1.982, 0.232,
  -0.644, -3.202, 0.481, -0.536, 0.195,
];
const NONE = 3.995;

/** Probability of each ring that it is the rim, with rings that are almost the same. It may be none of them. */
export function likelihoods(at: RingsAtTap): readonly number[] {
  const { rings } = at;
  const scores = rings.map((_, k) => evidenceOf(at, k).reduce((sum, v, i) => sum + WEIGHTS[i]! * v, 0));
  const top = Math.max(NONE, ...scores);
  const parts = scores.map((s) => Math.exp(s - top));
  const total = parts.reduce((a, v) => a + v, Math.exp(NONE - top));
  return joined(
    rings,
    parts.map((v) => v / total),
  );
}

/** Two rings that differ by less than this share are right or wrong together. */
const TOGETHER = 0.02;

/** True for two rings that are almost the same. */
export const isTogether = ({ ellipse: e }: FittedRing, { ellipse: o }: FittedRing): boolean =>
  Math.max(Math.hypot(o.x - e.x, o.y - e.y), Math.abs(o.a - e.a), Math.abs(o.b - e.b)) <= TOGETHER * e.a;

/** Probability of each ring with that of all that are almost the same. */
const joined = (rings: readonly FittedRing[], each: readonly number[]): readonly number[] =>
  rings.map((ring) => rings.reduce((sum, other, k) => (isTogether(ring, other) ? sum + each[k]! : sum), 0));
