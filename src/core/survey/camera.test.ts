import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cameraAt, ellipseOf, projected, type PhotoCamera } from '../../lab/photo-camera';
import { pictureOfRim, placeOfPixel, RIM_ROWS, scaleEntry, shapeOf, sizeAt, tiltsFromRims, type MarkedRim } from './camera';

/** Entries of the survey's camera for a camera in space above the plane at height 0. */
function cameraEntries({ width, height, focal, barrel, at, axes }: PhotoCamera): Float64Array {
  const [right, down, forward] = axes as readonly (readonly number[])[] as readonly [
    readonly number[],
    readonly number[],
    readonly number[],
  ];
  const far = -at[2] / forward[2]!;
  const up = axes.map((axis) => -axis[2]);
  const angle = Math.acos(Math.min(1, up[2]!));
  const s = angle < 1e-9 ? 1 : Math.sin(angle) / angle;
  const [a, b] = [-up[1]! / s, up[0]! / s];
  // The turn about the normal is what is left once the tilt is undone.
  const c = angle < 1e-9 ? 0.5 : (1 - Math.cos(angle)) / (angle * angle);
  const first = [1 - c * b * b, c * a * b, -s * b];
  const dot = (k: number) => first[0]! * right[k]! + first[1]! * down[k]! + first[2]! * forward[k]!;
  const entries = new Float64Array(8);
  entries[0] = at[0] + far * forward[0]!;
  entries[1] = at[1] + far * forward[1]!;
  entries[2] = Math.atan2(dot(1), dot(0));
  entries[3] = scaleEntry({ width, height }, far / focal);
  entries[4] = 1000 * a;
  entries[5] = 1000 * b;
  entries[6] = 1000 * Math.log(focal / (0.77 * Math.max(width, height)));
  entries[7] = 1000 * barrel;
  return entries;
}

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const pose = fc.record({ tilt: between(0, 0.6), toward: between(-3.1, 3.1), roll: between(-3.1, 3.1) });
const spot = fc.tuple(between(-200, 200), between(-150, 150));
const size = { width: 1600, height: 1200, focal: 0.74 * 1600, barrel: 0 };
const out = new Float64Array(RIM_ROWS);

const marked = (camera: ReturnType<typeof cameraAt>, centre: readonly [number, number, number], radius: number): MarkedRim => {
  const e = ellipseOf(camera, centre, radius);
  return { at: [e.x, e.y], radius: e.a, ellipse: { b: e.b, angle: (e.angle * Math.PI) / 180 } };
};
const shape = (rim: MarkedRim) => shapeOf(rim.at, rim.radius, rim.ellipse.b, rim.ellipse.angle);
const widest = (a: ArrayLike<number>, b: ArrayLike<number>) => Math.max(...Array.from(a, (v, i) => Math.abs(v - b[i]!)));

describe('picture of a rim', () => {
  it('is the ellipse that a camera in space draws point by point', () => {
    fc.assert(
      fc.property(pose, spot, between(-20, 40), ({ tilt, toward, roll }, [x, y], z) => {
        const camera = cameraAt(size, [30, -20], 700, { tilt, toward, roll });
        pictureOfRim(size, cameraEntries(camera), x, y, z, 55, out);
        expect(widest(shape(marked(camera, [x, y, z], 55)), out)).toBeLessThan(0.01);
      }),
    );
  });
  it('is bent by the lens, within a pixel', () => {
    fc.assert(
      fc.property(pose, spot, ({ tilt, toward, roll }, [x, y]) => {
        const camera = cameraAt({ ...size, barrel: 0.04 }, [30, -20], 700, { tilt, toward, roll });
        pictureOfRim(size, cameraEntries(camera), x, y, 0, 55, out);
        expect(widest(shape(marked(camera, [x, y, 0], 55)), out)).toBeLessThan(1);
      }),
    );
  });
  it('is mirrored from below', () => {
    const camera = cameraAt(size, [30, -20], 700, { tilt: 0.4, toward: 1, roll: 0.3 });
    const entries = cameraEntries(camera);
    pictureOfRim(size, entries, 80, 25, 10, 55, out);
    const above = Float64Array.from(out);
    // The mirror image of a drive, seen from below with its heights turned over, is the drive from above.
    const mirrored = Float64Array.from(entries, (v, i) => (i === 0 || i === 2 ? -v : v));
    pictureOfRim({ ...size, fromBelow: true }, mirrored, -80, 25, -10, 55, out);
    expect(widest(above, out)).toBeLessThan(1e-9);
  });
});

describe('from the picture', () => {
  it('returns a pixel to its place in the plane', () => {
    fc.assert(
      fc.property(pose, spot, ({ tilt, toward, roll }, [x, y]) => {
        const camera = cameraAt({ ...size, barrel: 0.03 }, [0, 0], 700, { tilt, toward, roll });
        const [px, py] = projected(camera, [x, y, 0]);
        const found = placeOfPixel(size, cameraEntries(camera), [px, py]);
        expect(Math.hypot(found[0] - x, found[1] - y)).toBeLessThan(1e-4);
      }),
    );
  });
  it('reads the radius of a rim from its size', () => {
    const camera = cameraAt(size, [0, 0], 700, { tilt: 0.4, toward: 0.6, roll: 0 });
    expect(sizeAt(size, cameraEntries(camera), marked(camera, [120, 40, 0], 63))).toBeCloseTo(63, 0);
  });
  it('finds the tilt from the shapes of the rims, to one side or the other', () => {
    fc.assert(
      fc.property(between(0.12, 0.55), between(-3.1, 3.1), between(-3.1, 3.1), (tilt, toward, roll) => {
        const camera = cameraAt(size, [0, 0], 700, { tilt, toward, roll });
        const rims = [
          [-180, 60, 70],
          [150, 80, 55],
          [20, -90, 40],
        ].map(([x, y, r]) => marked(camera, [x!, y!, 0], r!));
        const entries = cameraEntries(camera);
        const found = tiltsFromRims(size, rims);
        const off = Math.min(...found.map(([a, b]) => Math.hypot(a - entries[4]!, b - entries[5]!)));
        expect(off).toBeLessThan(110);
      }),
    );
  });
});
