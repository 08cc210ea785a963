import type { EdgePoints } from './edges';
import type { Ellipse } from './refine';

type Colour = readonly [number, number, number];

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

const difference = (p: Colour, q: Colour): number =>
  (Math.abs(p[0] - q[0]) + Math.abs(p[1] - q[1]) + Math.abs(p[2] - q[2])) / (NOISE + p[0] + p[1] + p[2] + q[0] + q[1] + q[2]);

function median(values: readonly number[]): number {
  return values.length === 0 ? 0 : [...values].sort((a, b) => a - b)[values.length >> 1]!;
}

/**
 * Colours across and along a ring: the median difference between pairs of radii, and the median difference of a round
 * from its own median colour. Medians, as a belt or a strand covers a part of the round.
 * @param ellipse in reduced pixels of the picture
 */
export function tonesOf({ width, height, channels }: EdgePoints, { x, y, a, b, angle }: Ellipse): readonly number[] {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const round = (share: number): (Colour | null)[] =>
    Array.from({ length: ANGLES }, (_, k) => {
      const turn = (2 * Math.PI * k) / ANGLES;
      const [p, q] = [share * a * Math.cos(turn), share * b * Math.sin(turn)];
      const [px, py] = [Math.round(x + c * p - s * q), Math.round(y + s * p + c * q)];
      if (px < 0 || py < 0 || px >= width || py >= height) return null;
      const at = py * width + px;
      return [channels[0][at]!, channels[1][at]!, channels[2][at]!];
    });
  const across = ([one, other]: (typeof PAIRS)[number]) => {
    const [p, q] = [round(one), round(other)];
    return median(p.flatMap((colour, k) => (colour && q[k] ? [difference(colour, q[k])] : [])));
  };
  const along = (share: number) => {
    const seen = round(share).flatMap((colour) => (colour ? [colour] : []));
    if (seen.length < LEAST_SEEN) return UNSEEN;
    const usual = [0, 1, 2].map((i) => median(seen.map((colour) => colour[i]!))) as unknown as Colour;
    return median(seen.map((colour) => difference(colour, usual)));
  };
  return [...PAIRS.map(across), ...ROUNDS.map(along)].map((v) => SCALE * v);
}
