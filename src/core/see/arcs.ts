import type { Ellipse, FittedRing } from './refine';
import { rangeOf, type NearPoints } from './rings';

/** Steps of the profile: two percent of the radius each, inward and outward. */
const STEP = 0.02;
const INWARD = 12;
const OUTWARD = 15;
const SECTORS = 32;
/** Cosine between the normal of an edge and that of the ring. */
const ALONG = 0.9;

/** Share of the round on which there are edges, at radii in steps of two percent. */
export function profileOf(near: NearPoints, { x, y, a, b, angle }: Ellipse): readonly number[] {
  const bins = INWARD + OUTWARD + 1;
  const seen = new Int32Array(bins);
  const [cos, sin, stretch] = [Math.cos(angle), Math.sin(angle), a / b];
  const [inner, outer] = [Math.exp(-(INWARD + 0.5) * STEP), Math.exp((OUTWARD + 0.5) * STEP)];
  const off = Math.hypot(x, y);
  const [first, last] = rangeOf(near, inner * b - off, outer * a + off);
  for (let i = first; i < last; i++) {
    const dx = (near.dx[i]! - x) / a;
    const dy = (near.dy[i]! - y) / a;
    const px = cos * dx + sin * dy;
    const py = (cos * dy - sin * dx) * stretch;
    const far = Math.sqrt(px * px + py * py);
    if (far < inner || far > outer) continue;
    const mx = cos * near.nx[i]! + sin * near.ny[i]!;
    const my = (cos * near.ny[i]! - sin * near.nx[i]!) / stretch;
    if (Math.abs(px * mx + py * my) < ALONG * far * Math.sqrt(mx * mx + my * my)) continue;
    const sector = Math.floor(((Math.atan2(py, px) / (2 * Math.PI) + 1) % 1) * SECTORS);
    seen[Math.round(Math.log(far) / STEP) + INWARD]! |= 1 << sector;
  }
  return Array.from(seen, (mask) => bits(mask) / SECTORS);
}

function bits(mask: number): number {
  let n = 0;
  for (let v = mask; v !== 0; v &= v - 1) n++;
  return n;
}

/** Edges along a ring: longest gap, number of gaps, strength, polarity, and its steadiness. */
export function arcsOf(near: NearPoints, { ellipse: { x, y }, edgesAt }: FittedRing): readonly number[] {
  const n = edgesAt.length;
  let [gaps, longest, run, seen, outward, steady, pairs] = [0, 0, 0, 0, 0, 0, 0];
  const strengths: number[] = [];
  const sign = (i: number) => Math.sign(near.nx[i]! * (near.dx[i]! - x) + near.ny[i]! * (near.dy[i]! - y));
  for (let k = 0; k < 2 * n; k++) {
    const i = edgesAt[k % n]!;
    const before = edgesAt[(k + n - 1) % n]!;
    run = i < 0 ? Math.min(n, run + 1) : 0;
    longest = Math.max(longest, run);
    if (k >= n) continue;
    if (i < 0) {
      if (before >= 0) gaps++;
      continue;
    }
    seen++;
    strengths.push(near.strength[i]!);
    outward += sign(i);
    if (before >= 0) {
      pairs++;
      if (sign(before) === sign(i)) steady++;
    }
  }
  const middle = strengths.sort((p, q) => p - q)[strengths.length >> 1] ?? 1;
  return [longest / n, gaps / 18, Math.log(middle) / 3, Math.abs(outward) / Math.max(1, seen), pairs > 0 ? steady / pairs : 0];
}
