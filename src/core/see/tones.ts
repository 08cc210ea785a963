import type { EdgePoints } from './edges';
import type { Ellipse } from './refine';

const ANGLES = 48;
/** Radii between which colours are compared, as shares of those of the ring. */
const PAIRS = [
  [0.985, 1.03],
  [1.05, 1.2],
  [1.05, 1.4],
  [0.95, 0.85],
] as const;
/** Radii on which the colour of the round is compared with its median. */
const ROUNDS = [1.06, 0.95, 1.25] as const;
/** Scale of the differences, and the grey step that is noise. */
const SCALE = 4;
const NOISE = 30;
const LEAST_SEEN = 8;
/** Value of a round that is outside the picture. */
const UNSEEN = 0.5;

/** Scratch space of the medians. */
const scratch = new Float64Array(ANGLES);

function median(values: Float64Array, count: number): number {
  if (count === 0) return 0;
  const sorted = values.subarray(0, count).sort();
  return sorted[count >> 1]!;
}

/** Red, green and blue at each angle of a round, -1 outside the picture. */
type Round = Float64Array;

/** Median difference of two rounds, angle by angle. */
function across(one: Round, other: Round): number {
  let n = 0;
  for (let k = 0; k < 3 * ANGLES; k += 3) {
    if (one[k]! < 0 || other[k]! < 0) continue;
    scratch[n++] = difference(one, k, other[k]!, other[k + 1]!, other[k + 2]!);
  }
  return median(scratch, n);
}

/** Median difference of a round from its own median colour. */
function along(round: Round): number {
  const usual = [0, 1, 2].map((i) => {
    let n = 0;
    for (let k = i; k < 3 * ANGLES; k += 3) if (round[k]! >= 0) scratch[n++] = round[k]!;
    return n < LEAST_SEEN ? -1 : median(scratch, n);
  });
  if (usual[0]! < 0) return UNSEEN;
  let n = 0;
  for (let k = 0; k < 3 * ANGLES; k += 3) if (round[k]! >= 0) scratch[n++] = difference(round, k, usual[0]!, usual[1]!, usual[2]!);
  return median(scratch, n);
}

function difference(round: Round, k: number, red: number, green: number, blue: number): number {
  const [r, g, b] = [round[k]!, round[k + 1]!, round[k + 2]!];
  return (Math.abs(r - red) + Math.abs(g - green) + Math.abs(b - blue)) / (NOISE + r + g + b + red + green + blue);
}

/**
 * Colours across and along a ring: the median difference between pairs of radii, and the median difference of a round
 * from its own median colour. Medians, as a belt or a strand covers a part of the round.
 * @param ellipse in reduced pixels of the picture
 */
export function tonesOf(edges: EdgePoints, ellipse: Ellipse): readonly number[] {
  const round = newRounds(edges, ellipse);
  return [...PAIRS.map(([one, other]) => across(round(one), round(other))), ...ROUNDS.map((share) => along(round(share)))].map(
    (v) => SCALE * v,
  );
}

/** Brightness steps between radii around a ring, and the brightness on both sides of it. Logarithms of medians. */
export function brightnessOf(edges: EdgePoints, ellipse: Ellipse): readonly number[] {
  const round = newRounds(edges, ellipse);
  const [face, inner, outer, beyond] = BRIGHT.map((share) => brightness(round(share))) as [number, number, number, number];
  return [inner - face, outer - inner, beyond - inner, inner, outer];
}

const BRIGHT = [0.8, 0.965, 1.04, 1.15];
/** Brightness that is added, so that black is not minus infinity. */
const BLACK = 15;
const UNSEEN_BRIGHTNESS = 6;

function brightness(round: Round): number {
  let n = 0;
  for (let k = 0; k < 3 * ANGLES; k += 3) if (round[k]! >= 0) scratch[n++] = round[k]! + round[k + 1]! + round[k + 2]!;
  return n === 0 ? UNSEEN_BRIGHTNESS : Math.log(BLACK + median(scratch, n));
}

/** Colours of the rounds of a ring, by their share of its radius. */
function newRounds({ width, height, first, channels }: EdgePoints, { x, y, a, b, angle }: Ellipse): (share: number) => Round {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const rounds = new Map<number, Round>();
  return (share) => {
    const known = rounds.get(share);
    if (known) return known;
    const out = new Float64Array(3 * ANGLES);
    for (let k = 0; k < ANGLES; k++) {
      const [p, q] = [share * a * COS[k]!, share * b * SIN[k]!];
      const [px, py] = [Math.round(x - first + c * p - s * q), Math.round(y - first + s * p + c * q)];
      const isIn = px >= 0 && py >= 0 && px < width && py < height;
      const at = py * width + px;
      for (let i = 0; i < 3; i++) out[3 * k + i] = isIn ? channels[i]![at]! : -1;
    }
    rounds.set(share, out);
    return out;
  };
}

const COS = Float64Array.from({ length: ANGLES }, (_, k) => Math.cos((2 * Math.PI * k) / ANGLES));
const SIN = Float64Array.from({ length: ANGLES }, (_, k) => Math.sin((2 * Math.PI * k) / ANGLES));
