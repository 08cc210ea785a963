import { solveLinear } from '../linear';
import type { PhotoMarks } from './schema';

/** A pixel (y down) to the plane of the photo's own frame, mm, y up, as seen from above. */
export type ToPlane = (x: number, y: number) => readonly [number, number];

/**
 * Map from the scale of a photo. Two points: a scale factor only, for a camera held square. A rectangle: the homography
 * from its corners to their true places. It follows from the eight equations of four point pairs (Hartley and
 * Zisserman, Multiple View Geometry, §4.1 with h₃₃ = 1).
 * @returns null if corners or points coincide, if three corners are in line, or if the scale is by rims
 */
export function toPlane({ scale, fromBelow }: Pick<PhotoMarks, 'scale' | 'fromBelow'>): ToPlane | null {
  if (scale.kind === 'rims') return null;
  const flip = fromBelow === true ? -1 : 1;
  if (scale.kind === 'two-points') {
    const [[ax, ay], [bx, by]] = scale.ends;
    const px = Math.hypot(bx - ax, by - ay);
    if (px < 1e-6) return null;
    const k = scale.distance / px;
    return (x, y) => [flip * k * (x - ax), -k * (y - ay)];
  }
  const { corners, width, height } = scale;
  const area = corners.reduce((sum, [x, y], i) => sum + x * corners[(i + 1) % 4]![1] - corners[(i + 1) % 4]![0] * y, 0) / 2;
  if (Math.abs(area) < 1) return null;
  // Corners marked clockwise on the screen (positive area, with y down) are clockwise in the plane too, and vice versa.
  const down = area > 0 ? -height : height;
  const targets = [
    [0, 0],
    [width, 0],
    [width, down],
    [0, down],
  ] as const;
  const rows: number[] = [];
  const right: number[] = [];
  corners.forEach(([x, y], i) => {
    const [u, v] = targets[i]!;
    rows.push(x, y, 1, 0, 0, 0, -u * x, -u * y, 0, 0, 0, x, y, 1, -v * x, -v * y);
    right.push(u, v);
  });
  const h = solveLinear(Float64Array.from(rows), Float64Array.from(right), 8);
  if (!h) return null;
  return (x, y) => {
    const w = h[6]! * x + h[7]! * y + 1;
    return [(flip * (h[0]! * x + h[1]! * y + h[2]!)) / w, (h[3]! * x + h[4]! * y + h[5]!) / w];
  };
}

/** How far the scale itself may be off, as a share. */
export function scaleSd(scale: Exclude<PhotoMarks['scale'], { kind: 'rims' }>, tapeSd: number): number {
  const known = scale.kind === 'two-points' ? scale.distance : (scale.width + scale.height) / 2;
  return (scale.sd ?? tapeSd) / known;
}

/** A place marked on a photo, px. `radius` is the long half axis of its rim, `angle` that of this axis, radians. */
export interface PhotoMark {
  readonly at: readonly [number, number];
  readonly radius?: number | undefined;
  readonly ellipse?: { readonly b: number; readonly angle: number } | undefined;
}

/** Points of a rim that are carried to the plane. */
const RIM_POINTS = 24;

/**
 * Circle of a marked rim in the plane, mm. The middle of the ellipse is not the middle of the circle. Points of the rim
 * are carried to the plane, and a circle fits them (least squares; Kåsa, 1976).
 */
export function markedCircle(
  plane: ToPlane,
  { at: [x, y], radius = 0, ellipse }: PhotoMark,
): { readonly centre: readonly [number, number]; readonly diameter: number } {
  if (!ellipse || radius === 0) {
    const across = (dx: number, dy: number) => {
      const [a, b] = [plane(x - dx, y - dy), plane(x + dx, y + dy)];
      return Math.hypot(b[0] - a[0], b[1] - a[1]);
    };
    return { centre: plane(x, y), diameter: (across(radius, 0) + across(0, radius)) / 2 };
  }
  const [cos, sin] = [Math.cos(ellipse.angle), Math.sin(ellipse.angle)];
  const [ox, oy] = plane(x, y);
  const sums = new Float64Array(9);
  const right = new Float64Array(3);
  for (let k = 0; k < RIM_POINTS; k++) {
    const turn = (2 * Math.PI * k) / RIM_POINTS;
    const [p, q] = [radius * Math.cos(turn), ellipse.b * Math.sin(turn)];
    const [px, py] = plane(x + cos * p - sin * q, y + sin * p + cos * q);
    const row = [px - ox, py - oy, 1];
    const square = row[0]! ** 2 + row[1]! ** 2;
    for (let i = 0; i < 3; i++) {
      right[i]! += row[i]! * square;
      for (let j = 0; j < 3; j++) sums[3 * i + j]! += row[i]! * row[j]!;
    }
  }
  const solved = solveLinear(sums, right, 3);
  if (!solved) return { centre: [ox, oy], diameter: 0 };
  const [cx, cy] = [solved[0]! / 2, solved[1]! / 2];
  return { centre: [ox + cx, oy + cy], diameter: 2 * Math.sqrt(Math.max(0, solved[2]! + cx * cx + cy * cy)) };
}
