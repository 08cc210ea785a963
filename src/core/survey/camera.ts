/**
 * Entries of a camera in the full vector. The plane of the first grooves is at height 0.
 *
 * - 0, 1: place of the plane on the axis of the lens, mm
 * - 2: rotation about this axis, radians
 * - 3: log of mm per pixel there over its usual value
 * - 4, 5: tilt about the x and y axis of the picture
 * - 6: log of the focal length over its usual value
 * - 7: barrel distortion at a corner
 *
 * The last four are in thousandths, so that they weigh like millimetres.
 */
export type CameraEntries = ArrayLike<number>;

/** Size of a picture, px, and the side from which it was taken. */
export interface PhotoFrame {
  readonly width: number;
  readonly height: number;
  readonly fromBelow?: boolean | undefined;
}

/** Usual focal length of a phone, as a share of the longer side, with the spread of its log. */
export const FOCAL_SHARE = 0.77;
export const FOCAL_SD = 0.04;
/** Usual barrel distortion at a corner, as a share, with its spread. */
export const BARREL = 0.02;
export const BARREL_SD = 0.015;
/** Spread of the tilt of a hand-held camera about each axis, radians. */
export const TILT_SD = 0.35;
/** Length on the drive that the longer side usually covers, mm. */
const USUAL_REACH_MM = 800;

const longerSide = ({ width, height }: PhotoFrame) => Math.max(width, height);

/** Millimetres per pixel on the axis of the lens. */
export const mmPerPixel = (frame: PhotoFrame, entries: CameraEntries): number =>
  (USUAL_REACH_MM / longerSide(frame)) * Math.exp(entries[3]!);

/** Log of mm per pixel over its usual value. */
export const scaleEntry = (frame: PhotoFrame, mm: number): number => Math.log((mm * longerSide(frame)) / USUAL_REACH_MM);

/** Rotation by a vector in the plane of the picture (Rodrigues, 1840): its three columns. */
function rotation(a: number, b: number): readonly number[] {
  const angle = Math.hypot(a, b);
  const s = angle < 1e-9 ? 1 : Math.sin(angle) / angle;
  const c = angle < 1e-9 ? 0.5 : (1 - Math.cos(angle)) / (angle * angle);
  return [1 - c * b * b, c * a * b, -s * b, c * a * b, 1 - c * a * a, s * a, s * b, -s * a, Math.cos(angle)];
}

/** Ellipse in a picture: middle, and R·diag(a, b)·Rᵀ as its entries xx, xy and yy. Pixels, y down. */
export type RimShape = Float64Array;
export const RIM_ROWS = 5;

/** Middle and shape of a marked ellipse. `angle` is that of `a` from the x axis, radians. */
export function shapeOf([x, y]: readonly [number, number], a: number, b: number, angle: number): RimShape {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return Float64Array.of(x, y, a * c * c + b * s * s, (a - b) * s * c, a * s * s + b * c * c);
}

/**
 * Picture of a circle parallel to the plane. The homography of its plane carries the dual conic of the circle (Hartley and Zisserman, Multiple View Geometry, §2.2). The lens bends it by its slope at the middle.
 * @param x place of the centre, mm
 * @param z height above the plane, mm
 * @param radius mm; 0 for a point, which then has no shape
 * @param out middle and shape, px
 */
export function pictureOfRim(
  frame: PhotoFrame,
  entries: CameraEntries,
  x: number,
  y: number,
  z: number,
  radius: number,
  out: Float64Array,
): void {
  const side = frame.fromBelow === true ? -1 : 1;
  const [cos, sin] = [Math.cos(entries[2]!), Math.sin(entries[2]!)];
  const [dx, dy] = [x - entries[0]!, y - entries[1]!];
  const [px, py] = [side * (cos * dx + sin * dy), sin * dx - cos * dy];
  const r = rotation(entries[4]! / 1000, entries[5]! / 1000);
  const focal = FOCAL_SHARE * longerSide(frame) * Math.exp(entries[6]! / 1000);
  const depth = mmPerPixel(frame, entries) * focal;
  const pz = -side * z;
  // The centre in the frame of the camera, its image and the images of both axes of the plane.
  const u = focal * (r[0]! * px + r[3]! * py + r[6]! * pz);
  const v = focal * (r[1]! * px + r[4]! * py + r[7]! * pz);
  const w = r[2]! * px + r[5]! * py + r[8]! * pz + depth;
  const r2 = radius * radius;
  const q = w * w - r2 * (r[2]! * r[2]! + r[5]! * r[5]!);
  const across = (i: number, j: number) => r2 * (r[i]! * r[j]! + r[i + 3]! * r[j + 3]!);
  const cx = (u * w - focal * across(0, 2)) / q;
  const cy = (v * w - focal * across(1, 2)) / q;
  const xx = cx * cx - (u * u - focal * focal * across(0, 0)) / q;
  const xy = cx * cy - (u * v - focal * focal * across(0, 1)) / q;
  const yy = cy * cy - (v * v - focal * focal * across(1, 1)) / q;
  const corner2 = (frame.width ** 2 + frame.height ** 2) / 4;
  const k = -entries[7]! / 1000 / corner2;
  const near = 1 + k * (cx * cx + cy * cy);
  out[0] = frame.width / 2 + near * cx;
  out[1] = frame.height / 2 + near * cy;
  const [jxx, jxy, jyy] = [near + 2 * k * cx * cx, 2 * k * cx * cy, near + 2 * k * cy * cy];
  const [axx, axy, ayx, ayy] = [jxx * xx + jxy * xy, jxx * xy + jxy * yy, jxy * xx + jyy * xy, jxy * xy + jyy * yy];
  rootOf(axx * jxx + axy * jxy, axx * jxy + axy * jyy, ayx * jxy + ayy * jyy, out);
}

/** Square root of a symmetric 2 × 2 matrix, into the shape rows. */
function rootOf(xx: number, xy: number, yy: number, out: Float64Array): void {
  const s = Math.sqrt(Math.max(0, xx * yy - xy * xy));
  const t = Math.sqrt(Math.max(0, xx + yy + 2 * s)) || 1;
  out[2] = (xx + s) / t;
  out[3] = xy / t;
  out[4] = (yy + s) / t;
}

/** Place of a pixel in the plane at height 0, mm. Newton's method on the picture, as a lens has no closed inverse. */
export function placeOfPixel(frame: PhotoFrame, entries: CameraEntries, [px, py]: readonly [number, number]): readonly [number, number] {
  const scale = mmPerPixel(frame, entries);
  const out = new Float64Array(RIM_ROWS);
  const at = (x: number, y: number): [number, number] => {
    pictureOfRim(frame, entries, x, y, 0, 0, out);
    return [out[0]! - px, out[1]! - py];
  };
  let [x, y] = [entries[0]!, entries[1]!];
  for (let k = 0; k < 12; k++) {
    const [ex, ey] = at(x, y);
    const [ax, ay] = at(x + scale, y);
    const [bx, by] = at(x, y + scale);
    const [jxx, jyx, jxy, jyy] = [ax - ex, ay - ey, bx - ex, by - ey];
    const det = jxx * jyy - jxy * jyx;
    if (Math.abs(det) < 1e-12) break;
    x += (scale * (jxy * ey - jyy * ex)) / det;
    y += (scale * (jyx * ex - jxx * ey)) / det;
  }
  return [x, y];
}

/** A rim on a photo as it was marked: middle, half axes and angle of the long one, px and radians. */
export interface MarkedRim {
  readonly at: readonly [number, number];
  readonly radius: number;
  readonly ellipse: { readonly b: number; readonly angle: number };
}

/** Tilts that are tried, radians, and directions of each. */
const TILTS = [0.08, 0.17, 0.26, 0.35, 0.45, 0.56] as const;
const TURNS = 24;

/**
 * Tilts of a camera from the shapes of the rims alone, thousandths of a radian: the best, and the same to the other
 * side, which shapes barely separate. Positions and sizes are then those of `placeOfPixel` and `sizeAt`.
 */
export function tiltsFromRims(frame: PhotoFrame, rims: readonly MarkedRim[]): readonly (readonly [number, number])[] {
  if (rims.length === 0) return [[0, 0]];
  const out = new Float64Array(RIM_ROWS);
  const entries = new Float64Array(8);
  entries[7] = 1000 * BARREL;
  let best = { miss: Infinity, a: 0, b: 0 };
  const consider = (a: number, b: number) => {
    [entries[4], entries[5]] = [1000 * a, 1000 * b];
    let miss = 0;
    for (const rim of rims) {
      const seen = shapeOf(rim.at, rim.radius, rim.ellipse.b, rim.ellipse.angle);
      const [x, y] = placeOfPixel(frame, entries, rim.at);
      pictureOfRim(frame, entries, x, y, 0, 0.5 * (rim.radius + rim.ellipse.b) * mmPerPixel(frame, entries), out);
      const grow = (seen[2]! + seen[4]!) / (out[2]! + out[4]!);
      const size = seen[2]! + seen[4]!;
      miss += ((seen[2]! - seen[4]! - grow * (out[2]! - out[4]!)) / size) ** 2 + ((2 * (seen[3]! - grow * out[3]!)) / size) ** 2;
    }
    if (miss < best.miss) best = { miss, a, b };
  };
  consider(0, 0);
  for (const tilt of TILTS)
    for (let k = 0; k < TURNS; k++) consider(tilt * Math.cos((2 * Math.PI * k) / TURNS), tilt * Math.sin((2 * Math.PI * k) / TURNS));
  const { a, b } = best;
  return a === 0 && b === 0
    ? [[0, 0]]
    : [
        [1000 * a, 1000 * b],
        [-1000 * a, -1000 * b],
      ];
}

/** Radius of a rim at a place in the plane, mm, that appears as large as the marked one. */
export function sizeAt(frame: PhotoFrame, entries: CameraEntries, rim: MarkedRim): number {
  const out = new Float64Array(RIM_ROWS);
  const [x, y] = placeOfPixel(frame, entries, rim.at);
  const guess = 0.5 * (rim.radius + rim.ellipse.b) * mmPerPixel(frame, entries);
  pictureOfRim(frame, entries, x, y, 0, guess, out);
  return (guess * (rim.radius + rim.ellipse.b)) / (out[2]! + out[4]!);
}
