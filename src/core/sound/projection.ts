/**
 * Products of a sound with damped oscillations, Σ yᵢ·ρⁱ·e^(iωi). Slow oscillations barely change over a few samples.
 * Blocks of samples are summed once, with their first and second moments. Each oscillation is expanded to second order
 * about the middle of a block.
 */
export interface Projectable {
  readonly samples: Float64Array;
  readonly blocks: readonly Blocks[];
}

interface Blocks {
  readonly size: number;
  /** Σ y, Σ y·t and Σ y·t²/2 of each block, t from its middle. */
  readonly sum: Float64Array;
  readonly first: Float64Array;
  readonly second: Float64Array;
}

const SIZES = [16, 8, 4];
/** Largest change of an oscillation between the middle and the end of a block. The third order is then below 1%. */
const MOST_TURN = 0.4;

export function projectable(samples: Float64Array): Projectable {
  return { samples, blocks: SIZES.map((size) => blocksOf(samples, size)) };
}

function blocksOf(y: Float64Array, size: number): Blocks {
  const n = Math.ceil(y.length / size);
  const [sum, first, second] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const middle = (size - 1) / 2;
  for (let i = 0; i < y.length; i++) {
    const b = (i / size) | 0;
    const t = i - b * size - middle;
    const v = y[i]!;
    sum[b]! += v;
    first[b]! += v * t;
    second[b]! += (v * t * t) / 2;
  }
  return { size, sum, first, second };
}

/**
 * @param omega radians per sample
 * @param fall samples until 1/e
 * @param end number of samples
 * @returns real part with cos, imaginary part with sin
 */
export function project({ samples: y, blocks }: Projectable, omega: number, fall: number, end: number): readonly [number, number] {
  const turn = Math.hypot(omega, 1 / fall);
  const block = blocks.find(({ size }) => (turn * (size - 1)) / 2 <= MOST_TURN);
  if (!block) {
    const rho = Math.exp(-1 / fall);
    const [c, s] = [rho * Math.cos(omega), rho * Math.sin(omega)];
    let [a, b, re, im] = [1, 0, 0, 0];
    for (let i = 0; i < end; i++) {
      const v = y[i]!;
      re += v * a;
      im += v * b;
      const next = a * c - b * s;
      b = a * s + b * c;
      a = next;
    }
    return [re, im];
  }
  const { size, sum, first, second } = block;
  const middle = (size - 1) / 2;
  const step = Math.exp(-size / fall);
  const [c, s] = [step * Math.cos(size * omega), step * Math.sin(size * omega)];
  const start = Math.exp(-middle / fall);
  let [a, b] = [start * Math.cos(middle * omega), start * Math.sin(middle * omega)];
  let [re0, im0, re1, im1, re2, im2] = [0, 0, 0, 0, 0, 0];
  const count = Math.min(sum.length, Math.ceil(end / size));
  for (let k = 0; k < count; k++) {
    const [v0, v1, v2] = [sum[k]!, first[k]!, second[k]!];
    re0 += v0 * a;
    im0 += v0 * b;
    re1 += v1 * a;
    im1 += v1 * b;
    re2 += v2 * a;
    im2 += v2 * b;
    const next = a * c - b * s;
    b = a * s + b * c;
    a = next;
  }
  // Σ E·(v0 + q·v1 + q²·v2) with q = −1/fall + iω.
  const [qr, qi] = [-1 / fall, omega];
  const [pr, pi] = [qr * qr - qi * qi, 2 * qr * qi];
  return [re0 + qr * re1 - qi * im1 + pr * re2 - pi * im2, im0 + qr * im1 + qi * re1 + pr * im2 + pi * re2];
}
