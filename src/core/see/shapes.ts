/** Slant of the camera: angle from square to the planes of the rims, and the direction of the lean in the picture, radians. */
export interface Slant {
  readonly tilt: number;
  readonly toward: number;
}

/**
 * Shape of a circle at a place of the picture: half axes as shares of the longer one, and the angle of that one. The
 * long axis is 1.
 */
export interface Shape {
  readonly ratio: number;
  readonly angle: number;
}

/**
 * Shape of a small circle on a slanted plane, seen at a place: singular values of the derivative of the projection
 * (Hartley and Zisserman, Multiple View Geometry, §2 and §8).
 * @param u place from the middle of the picture, in focal lengths
 */
export function shapeAt({ tilt, toward }: Slant, u: number, v: number): Shape {
  const n = [Math.sin(tilt) * Math.cos(toward), Math.sin(tilt) * Math.sin(toward), Math.cos(tilt)] as const;
  const e1 = [-Math.sin(toward), Math.cos(toward), 0] as const;
  const e2 = [n[1] * e1[2] - n[2] * e1[1], n[2] * e1[0] - n[0] * e1[2], n[0] * e1[1] - n[1] * e1[0]] as const;
  const project = (e: readonly [number, number, number]) => [e[0] - u * e[2], e[1] - v * e[2]] as const;
  const [p, q] = [project(e1), project(e2)];
  const [xx, xy, yy] = [p[0] ** 2 + q[0] ** 2, p[0] * p[1] + q[0] * q[1], p[1] ** 2 + q[1] ** 2];
  const [mean, half] = [(xx + yy) / 2, Math.hypot(xx - yy, 2 * xy) / 2];
  return { ratio: Math.sqrt(Math.max(1e-6, (mean - half) / (mean + half))), angle: 0.5 * Math.atan2(2 * xy, xx - yy) };
}

/**
 * Direction in the picture in which a point moves that sinks below the plane of the rims: toward the foot of the
 * camera. A unit vector, or nothing at the foot itself.
 */
export function footwards({ tilt, toward }: Slant, u: number, v: number): readonly [number, number] {
  const n = [Math.sin(tilt) * Math.cos(toward), Math.sin(tilt) * Math.sin(toward), Math.cos(tilt)] as const;
  const [x, y] = [n[0] - u * n[2], n[1] - v * n[2]];
  const long = Math.hypot(x, y);
  return long > 1e-3 ? [x / long, y / long] : [0, 0];
}
