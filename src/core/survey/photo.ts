import { solveLinear } from '../linear';
import type { PhotoMarks } from './schema';

/** A pixel (y down) to the plane of the photo's own frame, mm, y up, as seen from above. */
export type ToPlane = (x: number, y: number) => readonly [number, number];

/**
 * Map from the scale of a photo. Two points: a scale factor only, for a camera held square. A rectangle: the homography
 * from its corners to their true places. It follows from the eight equations of four point pairs (Hartley and
 * Zisserman, Multiple View Geometry, §4.1 with h₃₃ = 1).
 * @returns null if corners or points coincide, or if three corners are in line
 */
export function toPlane({ scale, fromBelow }: Pick<PhotoMarks, 'scale' | 'fromBelow'>): ToPlane | null {
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
export function scaleSd(scale: PhotoMarks['scale'], tapeSd: number): number {
  const known = scale.kind === 'two-points' ? scale.distance : (scale.width + scale.height) / 2;
  return (scale.sd ?? tapeSd) / known;
}

/** Diameter of a circle marked on the photo, mm: the mean of its two axes carried to the plane. */
export function markedDiameter(plane: ToPlane, [x, y]: readonly [number, number], radius: number): number {
  const across = (dx: number, dy: number) => {
    const [a, b] = [plane(x - dx, y - dy), plane(x + dx, y + dy)];
    return Math.hypot(b[0] - a[0], b[1] - a[1]);
  };
  return (across(radius, 0) + across(0, radius)) / 2;
}
