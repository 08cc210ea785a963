import { solveDamped } from '../linear';
import { rangeOf, type NearPoints, type Ring } from './rings';

/** An ellipse in pixels, y down. `angle` is that of `a` from the x axis, radians. */
export interface Ellipse {
  readonly x: number;
  readonly y: number;
  readonly a: number;
  readonly b: number;
  readonly angle: number;
}

/** An ellipse fitted to edges. */
export interface FittedRing {
  readonly ellipse: Ellipse;
  /** Share of the round with an edge within a hundredth of the radius. */
  readonly cover: number;
  /** Deviation of the edges from it, as a share of the radius. */
  readonly spread: number;
  /** Edge in each sector of the round, as an index of the points near the tap. -1: none. */
  readonly edgesAt: Int32Array;
}

const SECTORS = 72;
/** Tolerances of the steps, as shares of the radius. */
const STEPS = [0.035, 0.02, 0.012];
const CLOSE = 0.01;
const EDGE_SD = 0.006;
/** Cosine between the normal of an edge and that of the ellipse. */
const ALONG = 0.9;

/**
 * Fits an ellipse to the edges near a ring. Offsets along the normal of a unit circle are linear in small
 * changes: ρ = c·cos + s·sin + r + p·cos 2 + q·sin 2. The shape is held by the slant.
 * @param shapeSd deviation of the shape from the slant, as a share of the radius
 * @param tolerances distance of the edges that count in each step, as a share of the radius
 */
export function fitRing(
  near: NearPoints,
  ring: Pick<Ring, 'x' | 'y' | 'a' | 'shape'>,
  shapeSd: number,
  tolerances: readonly number[] = STEPS,
): FittedRing | null {
  let { x, y } = ring;
  let a = ring.a;
  // Shape as a symmetric matrix that maps the unit circle to the ellipse over a.
  let m = matrixOf(ring.shape.ratio, ring.shape.angle);
  let result: FittedRing | null = null;
  const inReach = pointsInReach(near, x, y, a, ring.shape.ratio, inverseOf(m));
  for (const [step, tolerance] of tolerances.entries()) {
    const inverse = inverseOf(m);
    const sums = new Float64Array(25);
    const right = new Float64Array(5);
    const best = new Float32Array(SECTORS).fill(Infinity);
    const chosen = new Int32Array(SECTORS).fill(-1);
    const last = step === tolerances.length - 1;
    for (const i of inReach) {
      const dx = (near.dx[i]! - x) / a;
      const dy = (near.dy[i]! - y) / a;
      const px = inverse[0] * dx + inverse[1] * dy;
      const py = inverse[1] * dx + inverse[2] * dy;
      const far = Math.sqrt(px * px + py * py);
      if (Math.abs(far - 1) > tolerance) continue;
      const gx = m[0] * near.nx[i]! + m[1] * near.ny[i]!;
      const gy = m[1] * near.nx[i]! + m[2] * near.ny[i]!;
      if (Math.abs(gx * px + gy * py) < ALONG * far * Math.sqrt(gx * gx + gy * gy)) continue;
      const k = Math.floor(((Math.atan2(py, px) / (2 * Math.PI) + 1) % 1) * SECTORS);
      const off = Math.abs(far - 1);
      if (off < best[k]!) [best[k], chosen[k]] = [off, i];
    }
    let [count, spread] = [0, 0];
    for (let k = 0; k < SECTORS; k++) {
      const i = chosen[k]!;
      if (i < 0) continue;
      const [dx, dy] = [(near.dx[i]! - x) / a, (near.dy[i]! - y) / a];
      const [px, py] = [inverse[0] * dx + inverse[1] * dy, inverse[1] * dx + inverse[2] * dy];
      const far = Math.hypot(px, py);
      const [c, s] = [px / far, py / far];
      const row = [c, s, 1, c * c - s * s, 2 * c * s];
      const off = far - 1;
      if (Math.abs(off) < CLOSE) {
        count++;
        spread += off * off;
      } else chosen[k] = -1;
      const weight = 1 / (EDGE_SD * EDGE_SD * (1 + (off / EDGE_SD) ** 2 / 4));
      for (let p = 0; p < 5; p++) {
        right[p]! += weight * row[p]! * off;
        for (let q = 0; q < 5; q++) sums[5 * p + q]! += weight * row[p]! * row[q]!;
      }
    }
    if (last) {
      result = {
        ellipse: ellipseFrom(x, y, a, m),
        cover: count / SECTORS,
        spread: Math.sqrt(spread / Math.max(1, count)),
        edgesAt: chosen,
      };
      break;
    }
    for (let p = 0; p < 3; p++) sums[6 * p]! += 1 / 0.03 ** 2;
    for (let p = 3; p < 5; p++) sums[6 * p]! += 1 / shapeSd ** 2;
    const d = solveDamped(sums, right, 5, 0);
    if (!d) return null;
    const [sx, sy] = [m[0] * d[0]! + m[1] * d[1]!, m[1] * d[0]! + m[2] * d[1]!];
    [x, y] = [x + a * sx, y + a * sy];
    a *= 1 + d[2]!;
    m = product(m, [1 + d[3]!, d[4]!, 1 - d[3]!]);
  }
  return result;
}

/** Points this far from the first ring are tried at all, as a share of the radius. */
const IN_REACH = 0.1;
function pointsInReach(near: NearPoints, x: number, y: number, a: number, ratio: number, inverse: Symmetric): readonly number[] {
  const out: number[] = [];
  const off = Math.hypot(x, y);
  const [first, last] = rangeOf(near, (1 - IN_REACH) * ratio * a - off, (1 + IN_REACH) * a + off);
  const [inner, outer] = [(1 - IN_REACH) ** 2, (1 + IN_REACH) ** 2];
  for (let i = first; i < last; i++) {
    const dx = (near.dx[i]! - x) / a;
    const dy = (near.dy[i]! - y) / a;
    const px = inverse[0] * dx + inverse[1] * dy;
    const py = inverse[1] * dx + inverse[2] * dy;
    const square = px * px + py * py;
    if (square > inner && square < outer) out.push(i);
  }
  return out;
}

type Symmetric = readonly [number, number, number];
function matrixOf(ratio: number, angle: number): Symmetric {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [c * c + ratio * s * s, (1 - ratio) * c * s, s * s + ratio * c * c];
}
function inverseOf([p, q, r]: Symmetric): Symmetric {
  const det = p * r - q * q;
  return [r / det, -q / det, p / det];
}
/** Symmetric part of a product: the other is a turn of the circle in itself. */
function product([a, b, c]: Symmetric, [p, q, r]: Symmetric): Symmetric {
  const [xx, xy, yx, yy] = [a * p + b * q, a * q + b * r, b * p + c * q, b * q + c * r];
  // Polar part: (M Mᵀ)^½.
  const [u, v, w] = [xx * xx + xy * xy, xx * yx + xy * yy, yx * yx + yy * yy];
  const root = Math.sqrt(Math.max(1e-12, u * w - v * v));
  const t = Math.sqrt(u + w + 2 * root);
  return [(u + root) / t, v / t, (w + root) / t];
}
function ellipseFrom(x: number, y: number, a: number, [p, q, r]: Symmetric): Ellipse {
  const [mean, half] = [(p + r) / 2, Math.hypot(p - r, 2 * q) / 2];
  return { x, y, a: a * (mean + half), b: a * (mean - half), angle: 0.5 * Math.atan2(2 * q, p - r) };
}
