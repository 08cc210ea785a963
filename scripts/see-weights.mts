import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { seededRandom } from '../src/core/drive';
import { evidenceOf, moreEvidenceOf } from '../src/core/see/choose';
import { edgesOf } from '../src/core/see/edges';
import { explain, type Explained } from '../src/core/see/explain';
import { drawDrivePhoto, PHOTO_KINDS, type DrivePhoto } from '../src/lab/drive-photo';

/**
 * Fits the weights by which slants are compared and a rim is chosen (`core/see/weights.ts`). `draw FOLDER EACH FIRST`
 * draws pictures of every class from the seed FIRST on. `fit FOLDER…` reads them, and prints the weights, and the
 * accuracy of the choice on pictures that were not used for them. New weights of the first rounds change the rings
 * of the last one: fit again after they are in place.
 */
const RIGHT = 0.025;
const FOLDS = 5;
const ROUNDS = 400;
const RATE = 0.03;
/** Weight of the squares of the weights. */
const RIDGE = 0.002;
/** Logarithm by which a slant without the right ring of a tap is less likely, if another slant has it. */
const MISSED = 3;
/** Taps of a picture share their mistakes: each counts for less than one. */
const SHARED = 0.5;

type Drawn = Omit<DrivePhoto, 'pixels'>;

/** Rings around a tap: their evidence, and whether each is the rim. */
interface Tap {
  readonly evidence: readonly Float64Array[];
  readonly right: readonly boolean[];
  /** False: neither this slant nor another has the right ring, or there is none. */
  readonly isFound: boolean;
}

/** A picture with its taps for each slant. */
interface Example {
  readonly picture: string;
  readonly pulleys: readonly boolean[];
  readonly slants: readonly (readonly Tap[])[];
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

/** The picture in the first rounds, and in the last one. */
async function examplesOf(folder: string, name: string): Promise<{ readonly first: Example; readonly last: Example }> {
  const drawn = JSON.parse(readFileSync(join(folder, `${name}.json`), 'utf8')) as Drawn;
  const { data, info } = await sharp(join(folder, `${name}.jpg`))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const edges = edgesOf({ width: info.width, height: info.height, pixels: new Uint8Array(data) });
  const k = edges.scale;
  const { first, last } = explain(
    edges,
    drawn.taps.map(({ at: [x, y] }) => [x * k, y * k] as const),
  );
  const rims = drawn.taps.map(({ pulley }) => (pulley === null ? null : drawn.pulleys[pulley]!.rim));
  const tapsOf = ({ taps }: Explained, isLast: boolean) =>
    taps.map((at, i) => ({
      evidence: at.rings.map((_, j) => Float64Array.from([...evidenceOf(at, j), ...(isLast ? moreEvidenceOf(at, j) : [])])),
      right: at.rings.map(({ ellipse: e }) => {
        const rim = rims[i];
        if (!rim) return false;
        const off = Math.hypot((at.tap[0] + e.x) / k - rim.x, (at.tap[1] + e.y) / k - rim.y);
        return Math.max(off, Math.abs(e.a / k - rim.a), Math.abs(e.b / k - rim.b)) <= RIGHT * rim.a;
      }),
    }));
  const example = (of: readonly Explained[], isLast: boolean): Example => {
    const slants = of.map((one) => tapsOf(one, isLast));
    const isFound = rims.map((_, i) => slants.some((taps) => taps[i]!.right.some(Boolean)));
    return {
      picture: join(folder, name),
      pulleys: rims.map((rim) => rim !== null),
      slants: slants.map((taps) => taps.map((tap, i) => ({ ...tap, isFound: isFound[i]! }))),
    };
  };
  return { first: example(first, false), last: example([last], true) };
}

const logSum = (values: readonly number[]): number => {
  const top = Math.max(...values);
  return top + Math.log(values.reduce((sum, v) => sum + Math.exp(v - top), 0));
};

/** Weights of the evidence, then that of none. */
type Weights = Float64Array;

const scoresOf = ({ evidence }: Tap, weights: Weights): number[] =>
  evidence.map((of) => {
    let sum = 0;
    for (let i = 0; i < of.length; i++) sum += of[i]! * weights[i]!;
    return sum;
  });

/**
 * Adds the slope of the logarithm of the likelihood that all rings are right, over all slants. The likelihood of a
 * slant is the product of those of its taps.
 */
function addSlope({ slants }: Example, weights: Weights, share: number, slope: Float64Array) {
  const none = weights.at(-1)!;
  const each = slants.map((taps) =>
    taps.map((tap) => {
      const scores = scoresOf(tap, weights);
      const right = scores.filter((_, k) => tap.right[k]);
      const wanted = right.length > 0 ? logSum(right) : tap.isFound ? none - MISSED : none;
      return { tap, scores, all: logSum([...scores, none]), wanted, hasRight: right.length > 0 };
    }),
  );
  const sums = (of: 'all' | 'wanted') => each.map((taps) => taps.reduce((sum, t) => sum + SHARED * t[of], 0));
  const [all, wanted] = [sums('all'), sums('wanted')];
  const [totalAll, totalWanted] = [logSum(all), logSum(wanted)];
  each.forEach((taps, h) => {
    const [p, q] = [SHARED * Math.exp(all[h]! - totalAll), SHARED * Math.exp(wanted[h]! - totalWanted)];
    for (const t of taps) {
      t.scores.forEach((score, k) => {
        const by = share * (p * Math.exp(score - t.all) - (t.tap.right[k] ? q * Math.exp(score - t.wanted) : 0));
        const of = t.tap.evidence[k]!;
        for (let i = 0; i < of.length; i++) slope[i]! += by * of[i]!;
      });
      slope[slope.length - 1]! += share * (p * Math.exp(none - t.all) - (t.hasRight ? 0 : q));
    }
  });
}

/** Mean and deviation of each measure of evidence. */
function spreadOf(examples: readonly Example[]): { readonly mean: Float64Array; readonly sd: Float64Array } {
  const rows = examples.flatMap((e) => e.slants.flatMap((taps) => taps.flatMap((t) => t.evidence)));
  const mean = rows[0]!.map((_, i) => rows.reduce((sum, r) => sum + r[i]!, 0) / rows.length);
  const sd = mean.map((m, i) => Math.sqrt(rows.reduce((sum, r) => sum + (r[i]! - m) ** 2, 0) / rows.length) + 1e-6);
  return { mean, sd };
}

/** Regression by gradient descent with momentum and adaptive steps (Kingma and Ba, 2015), on evidence of deviation 1. */
function fitted(examples: readonly Example[]): Weights {
  const { mean, sd } = spreadOf(examples);
  const scaled = examples.map((e) => ({
    ...e,
    slants: e.slants.map((taps) => taps.map((t) => ({ ...t, evidence: t.evidence.map((r) => r.map((v, i) => (v - mean[i]!) / sd[i]!)) }))),
  }));
  const size = mean.length + 1;
  const weights = new Float64Array(size);
  const [momentum, square] = [new Float64Array(size), new Float64Array(size)];
  for (let round = 1; round <= ROUNDS; round++) {
    const slope = weights.map((w, i) => (i === size - 1 ? 0 : RIDGE * w));
    for (const example of scaled) addSlope(example, weights, 1 / examples.length, slope);
    for (let i = 0; i < size; i++) {
      momentum[i] = 0.9 * momentum[i]! + 0.1 * slope[i]!;
      square[i] = 0.99 * square[i]! + 0.01 * slope[i]! ** 2;
      weights[i]! -= (RATE * (momentum[i]! / (1 - 0.9 ** round))) / (Math.sqrt(square[i]! / (1 - 0.99 ** round)) + 1e-8);
    }
  }
  const plain = weights.map((w, i) => (i === size - 1 ? w : w / sd[i]!));
  // The mean of the evidence moves to the weight of none.
  plain[size - 1]! += mean.reduce((sum, m, i) => sum + m * plain[i]!, 0);
  return plain;
}

/** Choice of the last round, each picture with weights from others. */
function report(all: readonly Example[]) {
  const count = { pulleys: 0, among: 0, right: 0 };
  for (let f = 0; f < FOLDS; f++) {
    const weights = fitted(all.filter((_, i) => i % FOLDS !== f));
    for (const { pulleys, slants } of all.filter((_, i) => i % FOLDS === f))
      slants[0]!.forEach((tap, i) => {
        if (!pulleys[i]) return;
        const scores = scoresOf(tap, weights);
        count.pulleys++;
        if (tap.right.some(Boolean)) count.among++;
        if (tap.right[scores.indexOf(Math.max(...scores))]) count.right++;
      });
  }
  const percent = (n: number) => `${((100 * n) / count.pulleys).toFixed(0)}%`;
  console.log(
    `${count.pulleys} rims: right ring among the candidates ${percent(count.among)}, chosen by weights from other pictures ${percent(count.right)}`,
  );
}

const print = (name: string, weights: Weights) =>
  console.log(`${name} weights: [${[...weights.slice(0, -1)].map((w) => w.toFixed(3)).join(', ')}], none: ${weights.at(-1)!.toFixed(3)}`);

const [mode, ...rest] = process.argv.slice(2);
if (mode === 'draw') await draw(rest[0]!, Number(rest[1]), Number(rest[2]));
else {
  const all: Awaited<ReturnType<typeof examplesOf>>[] = [];
  for (const folder of rest)
    for (const file of readdirSync(folder).filter((f) => f.endsWith('.json'))) all.push(await examplesOf(folder, file.slice(0, -5)));
  // In a fixed order of no meaning, so that every fold has all classes.
  const random = seededRandom(1);
  const mixed = all.map((e) => ({ e, at: random() })).sort((p, q) => p.at - q.at);
  report(mixed.map(({ e }) => e.last));
  print('FIRST', fitted(mixed.map(({ e }) => e.first)));
  print('LAST', fitted(mixed.map(({ e }) => e.last)));
}
