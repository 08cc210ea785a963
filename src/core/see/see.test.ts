import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { seededRandom } from '../drive';
import { drawDrivePhoto } from '../../lab/drive-photo';
import { cameraAt, ellipseOf, projected, rayOf, type PhotoEllipse } from '../../lab/photo-camera';
import { edgesOf, type Picture } from './edges';
import { fitRing } from './refine';
import { pointsNear, ringsOf } from './rings';
import { newSeeing, see, seeAll } from '.';
import { footwards, shapeAt } from './shapes';

/** A bright ellipse on a dark ground with soft edges, and grain. */
function disc(width: number, height: number, e: PhotoEllipse, grain = 0): Picture {
  const random = seededRandom(3);
  const pixels = new Uint8ClampedArray(3 * width * height);
  const [c, s] = [Math.cos((e.angle * Math.PI) / 180), Math.sin((e.angle * Math.PI) / 180)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [p, q] = [c * (x - e.x) + s * (y - e.y), -s * (x - e.x) + c * (y - e.y)];
      const rho = Math.hypot(p / e.a, q / e.b);
      const inside = 1 / (1 + Math.exp(((rho - 1) * e.b) / 0.8));
      for (let i = 0; i < 3; i++) pixels[3 * (y * width + x) + i] = 60 + 120 * inside + grain * (random() - 0.5);
    }
  return { width, height, pixels };
}

describe('the shape of a circle on a slanted plane', () => {
  it('has the cosine of the tilt as its ratio in the middle of the picture, and its long axis across the lean', () => {
    for (const toward of [0, 0.7, 2.5]) {
      const { ratio, angle } = shapeAt({ tilt: 0.5, toward }, 0, 0);
      expect(ratio).toBeCloseTo(Math.cos(0.5), 9);
      expect(Math.abs(Math.sin(angle - toward))).toBeCloseTo(1, 6);
    }
  });

  it('agrees with a camera that projects points of a small circle, anywhere in the picture', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        fc.integer(),
        (tilt, toward, seed) => {
          const camera = cameraAt({ width: 1200, height: 900, focal: 920, barrel: 0 }, [0, 0], 900, { tilt, toward, roll: 0.4 });
          const random = seededRandom(seed);
          const [x, y] = [300 * (random() - 0.5), 200 * (random() - 0.5)];
          const rim = ellipseOf(camera, [x, y, 0], 2);
          // Normal of the plane in the frame of the camera, away from it.
          const n = camera.axes.map((a) => -a[2]);
          const slant = { tilt: Math.acos(n[2]!), toward: Math.atan2(n[1]!, n[0]!) };
          const shape = shapeAt(slant, (rim.x - 600) / 920, (rim.y - 450) / 920);
          expect(rim.b / rim.a).toBeCloseTo(shape.ratio, 3);
          if (shape.ratio < 0.97) expect(Math.abs(Math.sin(shape.angle - (rim.angle * Math.PI) / 180))).toBeLessThan(0.02);
          // Deeper points are displaced toward the foot of the camera.
          const deep = projected(camera, [x, y, -20]);
          const [fx, fy] = footwards(slant, (rim.x - 600) / 920, (rim.y - 450) / 920);
          const [dx, dy] = [deep[0] - rim.x, deep[1] - rim.y];
          if (Math.hypot(dx, dy) > 1) expect((dx * fx + dy * fy) / Math.hypot(dx, dy)).toBeGreaterThan(0.97);
        },
      ),
    );
  });
});

describe('a camera', () => {
  it('sees along the ray of a pixel the point that it projects there, with distortion', () => {
    const camera = cameraAt({ width: 1000, height: 700, focal: 780, barrel: 0.04 }, [20, -30], 700, { tilt: 0.4, toward: 1, roll: 2 });
    for (const p of [
      [0, 0, 0],
      [200, -120, 5],
      [-180, 90, -20],
    ] as const) {
      const ray = rayOf(camera, ...projected(camera, p));
      const t = (p[2] - camera.at[2]) / ray[2];
      expect(camera.at[0] + t * ray[0]).toBeCloseTo(p[0], 1);
      expect(camera.at[1] + t * ray[1]).toBeCloseTo(p[1], 1);
    }
  });
});

describe('rings', () => {
  const truth = { x: 300, y: 260, a: 90, b: 80, angle: 30 };

  it('are fitted to a fraction of a pixel, also from a tap off the middle and through grain', () => {
    const edges = edgesOf(disc(600, 500, truth, 12));
    const near = pointsNear(edges, 315, 250, 200);
    const shape = { ratio: 0.9, angle: 0.5 };
    const [clearest] = [...ringsOf(near, shape, 15, 150)].sort((p, q) => q.excess - p.excess);
    const fit = fitRing(near, clearest!, 0.05)!;
    expect(315 + fit.ellipse.x).toBeCloseTo(truth.x, 0);
    expect(250 + fit.ellipse.y).toBeCloseTo(truth.y, 0);
    expect(Math.abs(fit.ellipse.a - truth.a)).toBeLessThan(1);
    expect(Math.abs(fit.ellipse.b - truth.b)).toBeLessThan(1);
    expect(fit.cover).toBeGreaterThan(0.9);
  });

  it('count by the sector, so that half of a round counts half', () => {
    const half = disc(600, 500, { ...truth, b: 90, angle: 0 });
    for (let y = 0; y < 500; y++) for (let x = 0; x < 300; x++) for (let i = 0; i < 3; i++) half.pixels[3 * (y * 600 + x) + i] = 60;
    const edges = edgesOf(half);
    const [clearest] = [...ringsOf(pointsNear(edges, 300, 260, 200), { ratio: 1, angle: 0 }, 40, 150)].sort((p, q) => q.cover - p.cover);
    expect(clearest!.cover).toBeGreaterThan(0.4);
    expect(clearest!.cover).toBeLessThan(0.65);
  });
});

describe('rims in a picture', () => {
  const plain = disc(600, 500, { x: 300, y: 260, a: 90, b: 88, angle: 10 }, 6);

  it('is the edge of a single disc, at its true size when the picture is larger', () => {
    const [rim] = see(plain, [[310, 255]]);
    expect(rim!.ellipse!.x).toBeCloseTo(300, 0);
    expect(Math.abs(rim!.ellipse!.a - 90)).toBeLessThan(1.5);
  });

  it.each([1130, 1500, 2000])('has its middle and size to a fraction of a pixel on a picture of %i px', (width) => {
    const truth = { x: 0.45 * width + 0.3, y: 0.4 * width - 0.2, a: 0.125 * width, b: 0.1225 * width, angle: 0 };
    const [rim] = newSeeing(disc(width, Math.round(0.8 * width), truth))([[truth.x - 20, truth.y + 10]]);
    expect(Math.hypot(rim!.ellipse!.x - truth.x, rim!.ellipse!.y - truth.y)).toBeLessThan(0.2);
    expect(Math.abs(rim!.ellipse!.a - truth.a)).toBeLessThan(0.5);
    expect(rim!.others).toEqual([]);
  });

  it('is none on a bare ground, on text-like stripes and next to the disc', () => {
    const bare = { width: 400, height: 300, pixels: new Uint8ClampedArray(3 * 400 * 300).fill(90) };
    expect(see(bare, [[200, 150]])[0]).toMatchObject({ ellipse: null, sd: null, confidence: 0, reason: 'blurred' });
    const stripes = new Uint8ClampedArray(3 * 400 * 300).map((_, i) => (Math.floor(i / 3 / 400) % 12 < 6 ? 40 : 200));
    expect(see({ width: 400, height: 300, pixels: stripes }, [[200, 150]])[0]!.ellipse).toBeNull();
    expect(see(plain, [[60, 60]])[0]!.ellipse).toBeNull();
    expect(see(plain, [])).toEqual([]);
  });

  it('finds a rim without a tap', () => {
    const [rim] = seeAll(plain);
    expect(Math.hypot(rim!.ellipse!.x - 300, rim!.ellipse!.y - 260)).toBeLessThan(2);
  });

  it('finds rims of a drawn drive among belts, holes and rings, and states how sure it is', () => {
    const photo = drawDrivePhoto('easy', seededRandom(3), 800);
    const rims = see(
      photo,
      photo.taps.map((t) => t.at),
    );
    const right = rims.filter(({ ellipse }, i) => {
      const { rim } = photo.pulleys[photo.taps[i]!.pulley!]!;
      return ellipse && Math.max(Math.hypot(ellipse.x - rim.x, ellipse.y - rim.y), Math.abs(ellipse.a - rim.a)) < 0.025 * rim.a;
    });
    expect(right.length).toBeGreaterThanOrEqual(Math.ceil(rims.length / 2));
    for (const { confidence, sd, ellipse } of rims) {
      expect(confidence).toBeGreaterThanOrEqual(0);
      expect(confidence).toBeLessThanOrEqual(1);
      expect(sd === null).toBe(ellipse === null);
      if (ellipse) expect(ellipse.a).toBeGreaterThanOrEqual(ellipse.b);
    }
  }, 60_000);
});
