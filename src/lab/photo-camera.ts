import { solveLinear } from '../core/linear';

/** A camera over a drive. Lengths in mm, pixels with y down. The planes of the rims are level: z is their height. */
export interface PhotoCamera {
  readonly width: number;
  readonly height: number;
  /** px. */
  readonly focal: number;
  /** Barrel distortion: share of the distance from the middle that is lost at a corner. */
  readonly barrel: number;
  readonly at: readonly [number, number, number];
  /** Rows: right, down and forward of the camera. */
  readonly axes: readonly (readonly [number, number, number])[];
}

const cross = (a: readonly number[], b: readonly number[]): [number, number, number] => [
  a[1]! * b[2]! - a[2]! * b[1]!,
  a[2]! * b[0]! - a[0]! * b[2]!,
  a[0]! * b[1]! - a[1]! * b[0]!,
];
const unit = (v: readonly number[]): [number, number, number] => {
  const n = Math.hypot(...v);
  return [v[0]! / n, v[1]! / n, v[2]! / n];
};

/**
 * A camera aimed at a point from a distance.
 * @param tilt angle from square, radians
 * @param toward direction in which it leans, radians
 * @param roll turn about its own axis, radians
 */
export function cameraAt(
  size: Pick<PhotoCamera, 'width' | 'height' | 'focal' | 'barrel'>,
  target: readonly [number, number],
  distance: number,
  { tilt, toward, roll }: { readonly tilt: number; readonly toward: number; readonly roll: number },
): PhotoCamera {
  const back = [Math.sin(tilt) * Math.cos(toward), Math.sin(tilt) * Math.sin(toward), Math.cos(tilt)] as const;
  const at = [target[0] + distance * back[0], target[1] + distance * back[1], distance * back[2]] as const;
  const forward = unit(back.map((v) => -v));
  const right = unit(cross(forward, [-Math.sin(roll), Math.cos(roll), 0]));
  const down = cross(forward, right);
  return { ...size, at, axes: [right, down, forward] };
}

const cornerOf = ({ width, height }: PhotoCamera) => Math.hypot(width, height) / 2;

/** Pixel of a point. */
export function projected(camera: PhotoCamera, p: readonly [number, number, number]): readonly [number, number] {
  const d = [p[0] - camera.at[0], p[1] - camera.at[1], p[2] - camera.at[2]] as const;
  const [x, y, z] = camera.axes.map((a) => a[0] * d[0] + a[1] * d[1] + a[2] * d[2]) as [number, number, number];
  const [u, v] = [(camera.focal * x) / z, (camera.focal * y) / z];
  const far = Math.hypot(u, v) / cornerOf(camera);
  const k = 1 - camera.barrel * far * far;
  return [camera.width / 2 + k * u, camera.height / 2 + k * v];
}

/** Direction of a pixel in space. */
export function rayOf(camera: PhotoCamera, px: number, py: number): readonly [number, number, number] {
  const [du, dv] = [px - camera.width / 2, py - camera.height / 2];
  let k = 1;
  for (let i = 0; i < 4; i++) {
    const far = Math.hypot(du / k, dv / k) / cornerOf(camera);
    k = 1 - camera.barrel * far * far;
  }
  const [x, y, z] = [du / k, dv / k, camera.focal];
  const [r, d, f] = camera.axes;
  return [r![0] * x + d![0] * y + f![0] * z, r![1] * x + d![1] * y + f![1] * z, r![2] * x + d![2] * y + f![2] * z];
}

/** An ellipse in pixels, y down. `angle` is that of `a` from the x axis, degrees. */
export interface PhotoEllipse {
  readonly x: number;
  readonly y: number;
  readonly a: number;
  readonly b: number;
  readonly angle: number;
}

/** Ellipse of a circle in the picture: the conic through its projected points, by least squares where the lens distorts. */
export function ellipseOf(camera: PhotoCamera, centre: readonly [number, number, number], radius: number): PhotoEllipse {
  const points = Array.from({ length: 60 }, (_, k) => {
    const a = (k / 60) * (2 * Math.PI);
    return projected(camera, [centre[0] + radius * Math.cos(a), centre[1] + radius * Math.sin(a), centre[2]]);
  });
  const [mx, my] = [0, 1].map((i) => points.reduce((s, p) => s + p[i]!, 0) / points.length) as [number, number];
  const size = Math.max(...points.map(([x, y]) => Math.hypot(x - mx, y - my)));
  const sums = new Float64Array(25);
  const right = new Float64Array(5);
  for (const [px, py] of points) {
    const [x, y] = [(px - mx) / size, (py - my) / size];
    const row = [x * x, x * y, y * y, x, y];
    for (let i = 0; i < 5; i++) {
      right[i]! += row[i]!;
      for (let j = 0; j < 5; j++) sums[5 * i + j]! += row[i]! * row[j]!;
    }
  }
  const [p, q, r, d, e] = solveLinear(sums, right, 5)! as unknown as [number, number, number, number, number];
  const det = 4 * p * r - q * q;
  const [cx, cy] = [(q * e - 2 * r * d) / det, (q * d - 2 * p * e) / det];
  const level = 1 + p * cx * cx + q * cx * cy + r * cy * cy;
  const [mean, half] = [(p + r) / 2, Math.hypot(p - r, q) / 2];
  return {
    x: mx + size * cx,
    y: my + size * cy,
    a: size * Math.sqrt(level / (mean - half)),
    b: size * Math.sqrt(level / (mean + half)),
    angle: (Math.atan2(-q, r - p) * 90) / Math.PI,
  };
}
