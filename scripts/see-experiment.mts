import sharp from 'sharp';
import { seededRandom } from '../src/core/drive';
import { see, type Picture } from '../src/core/see';
import { edgesOf } from '../src/core/see/edges';
import { drawDrivePhoto, PHOTO_KINDS } from '../src/lab/drive-photo';
import type { PhotoEllipse } from '../src/lab/photo-camera';

/**
 * Compares the rims found at taps with those of a plain circle transform, on drawn pictures of drives, seeded. Prints
 * the right rims of each class and the false answers. Then how many confident rims are right, how many deviations hold,
 * and the processor seconds per picture. Exits with 1 if the circle transform is better in a class.
 */
const EACH = Number(process.argv[2] ?? 4);
/** First seed of a class. */
const FIRST = Number(process.argv[3] ?? 100_000);
/** A rim counts within this share of its long half axis. */
const CLOSE = 0.025;

type Circle = Pick<PhotoEllipse, 'x' | 'y' | 'a' | 'b'>;
const errorOf = (found: Circle, rim: PhotoEllipse): number =>
  Math.max(Math.hypot(found.x - rim.x, found.y - rim.y), Math.abs(found.a - rim.a), Math.abs(found.b - rim.b)) / rim.a;

/** The circle with the most edges whose normals meet in its middle, near a tap. */
function strongestCircle(picture: Picture, [tx, ty]: readonly [number, number]): Circle | null {
  const edges = edgesOf(picture);
  const [x, y] = [tx * edges.scale, ty * edges.scale];
  const long = Math.max(edges.width, edges.height);
  const [cell, radii] = [3, Math.floor((0.27 * long) / 3)];
  const cells = Math.floor((0.08 * long) / cell);
  const votes = new Float32Array((2 * cells + 1) ** 2 * radii);
  let [best, most]: [Circle | null, number] = [null, 0];
  for (let i = 0; i < edges.count; i++)
    for (let r = Math.floor((0.025 * long) / cell); r < radii; r++)
      for (const side of [1, -1]) {
        const cx = Math.round((edges.x[i]! + side * r * cell * edges.nx[i]! - x) / cell) + cells;
        const cy = Math.round((edges.y[i]! + side * r * cell * edges.ny[i]! - y) / cell) + cells;
        if (cx < 0 || cy < 0 || cx > 2 * cells || cy > 2 * cells) continue;
        const v = (votes[(r * (2 * cells + 1) + cy) * (2 * cells + 1) + cx]! += 1);
        if (v <= most) continue;
        most = v;
        const a = (r * cell) / edges.scale;
        best = { x: (x + (cx - cells) * cell) / edges.scale, y: (y + (cy - cells) * cell) / edges.scale, a, b: a };
      }
  return best;
}

const total = {
  right: 0,
  plain: 0,
  taps: 0,
  sure: 0,
  sureRight: 0,
  answered: 0,
  honest: 0,
  bare: 0,
  falseOnes: 0,
  cpu: 0,
  pictures: 0,
  worse: 0,
};
for (const [j, kind] of PHOTO_KINDS.entries()) {
  const count = { right: 0, plain: 0, taps: 0 };
  for (let i = 0; i < EACH; i++) {
    const random = seededRandom(FIRST + 1000 * j + i);
    const photo = drawDrivePhoto(kind, random);
    const { width, height } = photo;
    const jpeg = sharp(Buffer.from(photo.pixels.buffer), { raw: { width, height, channels: 3 } }).jpeg({
      quality: Math.round(40 + 40 * random()),
    });
    const picture = {
      width,
      height,
      pixels: await sharp(await jpeg.toBuffer())
        .raw()
        .toBuffer(),
    };
    const began = process.cpuUsage();
    const rims = see(
      picture,
      photo.taps.map((t) => t.at),
    );
    const { user, system } = process.cpuUsage(began);
    [total.cpu, total.pictures] = [total.cpu + (user + system) / 1e6, total.pictures + 1];
    for (const [k, { at, pulley }] of photo.taps.entries()) {
      const found = rims[k]!;
      if (pulley === null) {
        total.bare++;
        if (found.ellipse) total.falseOnes++;
        continue;
      }
      const { rim } = photo.pulleys[pulley]!;
      const plain = strongestCircle(picture, at);
      const isRight = found.ellipse !== null && errorOf(found.ellipse, rim) < CLOSE;
      count.taps++;
      if (isRight) count.right++;
      if (plain && errorOf(plain, rim) < CLOSE) count.plain++;
      if (found.confidence >= 0.5) {
        total.sure++;
        if (isRight) total.sureRight++;
      }
      if (!found.ellipse) continue;
      total.answered++;
      if (Math.hypot(found.ellipse.x - rim.x, found.ellipse.y - rim.y) <= 2 * found.sd!) total.honest++;
    }
  }
  if (count.plain > count.right) total.worse++;
  total.right += count.right;
  total.plain += count.plain;
  total.taps += count.taps;
  console.log(
    `${kind.padEnd(10)} rims ${String(count.right).padStart(3)}   circle transform ${String(count.plain).padStart(3)}   of ${count.taps}`,
  );
}
const share = (n: number, of: number) => `${((100 * n) / Math.max(1, of)).toFixed(0)}%`;
console.log(`right: ${share(total.right, total.taps)} of ${total.taps}; circle transform ${share(total.plain, total.taps)}`);
console.log(
  `confidence of 0.5 or more: ${share(total.sureRight, total.sure)} of ${total.sure} right; within two deviations: ${share(total.honest, total.answered)} of ${total.answered}`,
);
console.log(`false answers: ${total.falseOnes} of ${total.bare} taps on nothing`);
console.log(`${(total.cpu / total.pictures).toFixed(2)} s of processor a picture`);
process.exitCode = total.worse > 0 ? 1 : 0;
