import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { seededRandom } from '../src/core/drive';
import { FOCAL, ringsOfTaps } from '../src/core/see/candidates';
import { evidenceOf } from '../src/core/see/choose';
import { edgesOf } from '../src/core/see/edges';
import { footwards } from '../src/core/see/shapes';
import { drawDrivePhoto, PHOTO_KINDS, type DrivePhoto } from '../src/lab/drive-photo';

/**
 * Fits the weights by which a rim is chosen (`core/see/choose.ts`). `draw FOLDER EACH FIRST` draws pictures of every
 * class from the seed FIRST on. `fit FOLDER…` reads them, and prints the weights and their accuracy on pictures that
 * were not used for them.
 */
const RIGHT = 0.025;
const FOLDS = 5;
const ROUNDS = 1500;
const RATE = 0.03;
/** Weight of the squares of the weights. */
const RIDGE = 0.004;

type Drawn = Omit<DrivePhoto, 'pixels'>;

/** One tap: evidence of each ring, and whether it is the rim. */
interface Example {
  readonly picture: string;
  readonly isPulley: boolean;
  readonly evidence: readonly (readonly number[])[];
  readonly right: readonly boolean[];
}

async function draw(folder: string, each: number, first: number) {
  for (const [k, kind] of PHOTO_KINDS.entries())
    for (let j = 0; j < each; j++) {
      const random = seededRandom(first + 1000 * k + j);
      const { pixels, ...rest } = drawDrivePhoto(kind, random);
      const raw = { width: rest.width, height: rest.height, channels: 3 } as const;
      await sharp(Buffer.from(pixels.buffer), { raw })
        .jpeg({ quality: 40 + Math.floor(40 * random()) })
        .toFile(join(folder, `${kind}-${j}.jpg`));
      writeFileSync(join(folder, `${kind}-${j}.json`), JSON.stringify(rest));
    }
}

async function examplesOf(folder: string, name: string): Promise<Example[]> {
  const drawn = JSON.parse(readFileSync(join(folder, `${name}.json`), 'utf8')) as Drawn;
  const { data, info } = await sharp(join(folder, `${name}.jpg`))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const edges = edgesOf({ width: info.width, height: info.height, pixels: new Uint8Array(data) });
  const long = Math.max(edges.width, edges.height);
  const places = drawn.taps.map(({ at: [x, y] }) => [x * edges.scale, y * edges.scale] as const);
  const { slant, taps } = ringsOfTaps(edges, places);
  return taps.map(({ rings }, i) => {
    const [x, y] = places[i]!;
    const foot = footwards(slant, (x - edges.width / 2) / (FOCAL * long), (y - edges.height / 2) / (FOCAL * long));
    const { pulley } = drawn.taps[i]!;
    const rim = pulley === null ? null : drawn.pulleys[pulley]!.rim;
    const isRight = ({ ellipse: e }: (typeof rings)[number]) => {
      if (!rim) return false;
      const off = Math.hypot((x + e.x) / edges.scale - rim.x, (y + e.y) / edges.scale - rim.y);
      return Math.max(off, Math.abs(e.a / edges.scale - rim.a), Math.abs(e.b / edges.scale - rim.b)) <= RIGHT * rim.a;
    };
    return {
      picture: join(folder, name),
      isPulley: rim !== null,
      evidence: rings.map((_, k) => evidenceOf({ edges, tap: [x, y], rings, foot }, k)),
      right: rings.map(isRight),
    };
  });
}

/** Probabilities of the rings, then of none. The last weight is that of none. */
function probabilities({ evidence }: Example, weights: Float64Array): Float64Array {
  const none = weights.length - 1;
  const scores = Float64Array.from({ length: evidence.length + 1 }, (_, k) =>
    k === evidence.length ? weights[none]! : evidence[k]!.reduce((sum, v, i) => sum + v * weights[i]!, 0),
  );
  const top = Math.max(...scores);
  const parts = scores.map((s) => Math.exp(s - top));
  const total = parts.reduce((a, b) => a + b, 0);
  return parts.map((p) => p / total);
}

/** Softmax regression by gradient descent with momentum and adaptive steps (Kingma and Ba, 2015). */
function fitted(examples: readonly Example[]): Float64Array {
  const size = examples.find((e) => e.evidence.length > 0)!.evidence[0]!.length + 1;
  const weights = new Float64Array(size);
  const [mean, square] = [new Float64Array(size), new Float64Array(size)];
  for (let round = 1; round <= ROUNDS; round++) {
    const slope = Float64Array.from(weights, (w, i) => (i === size - 1 ? 0 : RIDGE * w));
    for (const example of examples) {
      const p = probabilities(example, weights);
      const some = example.right.some(Boolean);
      const wanted = [...example.right, !some];
      const share = wanted.reduce((sum, w, k) => sum + (w ? p[k]! : 0), 0);
      wanted.forEach((isWanted, k) => {
        const by = (p[k]! - (isWanted ? p[k]! / share : 0)) / examples.length;
        if (k === example.evidence.length) slope[size - 1]! += by;
        else example.evidence[k]!.forEach((v, i) => (slope[i]! += by * v));
      });
    }
    for (let i = 0; i < size; i++) {
      mean[i] = 0.9 * mean[i]! + 0.1 * slope[i]!;
      square[i] = 0.999 * square[i]! + 0.001 * slope[i]! ** 2;
      weights[i]! -= (RATE * (mean[i]! / (1 - 0.9 ** round))) / (Math.sqrt(square[i]! / (1 - 0.999 ** round)) + 1e-8);
    }
  }
  return weights;
}

function report(all: readonly Example[]) {
  const pictures = [...new Set(all.map((e) => e.picture))];
  const fold = new Map(pictures.map((p, i) => [p, i % FOLDS]));
  const count = { pulleys: 0, among: 0, right: 0 };
  for (let f = 0; f < FOLDS; f++) {
    const weights = fitted(all.filter((e) => fold.get(e.picture) !== f));
    for (const e of all.filter((one) => one.isPulley && fold.get(one.picture) === f)) {
      const p = probabilities(e, weights).slice(0, e.evidence.length);
      count.pulleys++;
      if (e.right.some(Boolean)) count.among++;
      if (e.right[p.indexOf(Math.max(...p))]) count.right++;
    }
  }
  const percent = (n: number) => `${((100 * n) / count.pulleys).toFixed(0)}%`;
  console.log(
    `${count.pulleys} rims: right ring among the candidates ${percent(count.among)}, chosen by weights from other pictures ${percent(count.right)}`,
  );
  const weights = fitted(all);
  console.log(`WEIGHTS [${[...weights.slice(0, -1)].map((w) => w.toFixed(3)).join(', ')}] NONE ${weights.at(-1)!.toFixed(3)}`);
}

const [mode, ...rest] = process.argv.slice(2);
if (mode === 'draw') await draw(rest[0]!, Number(rest[1]), Number(rest[2]));
else {
  const all: Example[] = [];
  for (const folder of rest)
    for (const file of readdirSync(folder).filter((f) => f.endsWith('.json'))) all.push(...(await examplesOf(folder, file.slice(0, -5))));
  report(all);
}
