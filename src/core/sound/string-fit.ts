/**
 * Damped partials of a string held against a stretch of sound, by least squares. Columns ρ^i·cos(ωi) and ρ^i·sin(ωi); their products are geometric
 * sums, so that only the sound itself is gone through.
 */
export interface StringFit {
  /** ln of how much likelier the sound is with this string than without. */
  readonly evidence: number;
  /** Energy that it explains, of noise of one unit a sample. */
  readonly explained: number;
  /** What of that is still to come once the first partial has fallen to 1/e. */
  readonly late: number;
  /** Partials that stand out, and how many were looked for. */
  readonly heard: number;
  readonly sought: number;
  /** Least share of the explained energy that is not in every 2nd, 3rd, 5th … partial: little, and the string is one that sounds so much higher. */
  readonly between: number;
}

export interface StringShape {
  readonly hz: number;
  readonly stiffness: number;
  /** Quality of the first partial: it falls to 1/e in q/(π·hz). */
  readonly q: number;
}

export interface FitRange {
  readonly rate: number;
  readonly lowestHz: number;
  readonly highestHz: number;
  readonly mostPartials: number;
}

/** Power that a partial is given before it is heard, over noise: about that of one bin of a ring. */
const PRIOR = 200;
const COST = 7;
const LN_PRIOR = Math.log(1 + PRIOR);
const MULTIPLES = [2, 3, 5, 7, 11, 13];
/** Partial n of rubber has a quality of q·n^−DAMPING: between 0.2 and 0.5. */
const DAMPING = 0.35;
/** Time in which partial n falls to 1/e, s. */
export const fallOf = ({ q }: StringShape, n: number, hz: number): number => (q * n ** -DAMPING) / (Math.PI * hz);

/** Chance that a partial is to be heard: microphones lose the low ones, and a strike at a node any. */
export const chanceHeard = (partial: number, hz: number): number => Math.max(0.3, (hz < 110 ? 0.55 : 0.9) * 0.98 ** partial);

/** ln of the evidence of one partial: heard, at any loudness, or not. @param energy over noise, χ² of two where there is nothing */
export function partialEvidence(energy: number, chance: number): number {
  const heard = Math.log(chance) - LN_PRIOR + (0.5 * energy * PRIOR) / (1 + PRIOR);
  const not = Math.log(1 - chance);
  return heard > not ? heard + Math.log1p(Math.exp(not - heard)) : not + Math.log1p(Math.exp(heard - not));
}

export const partialHz = ({ hz, stiffness }: Pick<StringShape, 'hz' | 'stiffness'>, n: number): number =>
  n * hz * Math.sqrt(1 + stiffness * n * n);

/** One strike's sound, from just after the finger left. */
export interface Struck {
  readonly samples: Float64Array;
  /** Sum of squares. */
  readonly energy: number;
  /** How many independent numbers hold it: fewer than samples where it is loud for a short time only. */
  readonly freedom: number;
}

export function fitString(sound: Struck, shape: StringShape, range: FitRange): StringFit {
  const y = sound.samples;
  const { rate, lowestHz, highestHz } = range;
  const numbers: number[] = [];
  for (let n = 1; n <= range.mostPartials; n++) {
    const f = partialHz(shape, n);
    if (f > highestHz) break;
    if (f >= lowestHz) numbers.push(n);
  }
  const m = numbers.length;
  const size = 2 * m;
  const omega = new Float64Array(m);
  const rho = new Float64Array(m);
  const z = new Float64Array(size);
  numbers.forEach((n, k) => {
    omega[k] = (2 * Math.PI * partialHz(shape, n)) / rate;
    const fall = fallOf(shape, n, partialHz(shape, n)) * rate;
    rho[k] = Math.exp(-1 / fall);
    const [c, s] = [rho[k]! * Math.cos(omega[k]!), rho[k]! * Math.sin(omega[k]!)];
    let [a, b, re, im] = [1, 0, 0, 0];
    // After five falls nothing is left of it.
    const end = Math.min(y.length, Math.ceil(5 * fall));
    for (let i = 0; i < end; i++) {
      const v = y[i]!;
      re += v * a;
      im += v * b;
      const next = a * c - b * s;
      b = a * s + b * c;
      a = next;
    }
    z[2 * k] = re;
    z[2 * k + 1] = im;
  });
  const gram = new Float64Array(size * size);
  for (let i = 0; i < m; i++)
    for (let j = 0; j <= i; j++) {
      const r = rho[i]! * rho[j]!;
      const [pr, pi] = geometric(r, omega[i]! + omega[j]!, y.length);
      const [qr, qi] = geometric(r, omega[i]! - omega[j]!, y.length);
      gram[2 * i * size + 2 * j] = 0.5 * (qr + pr);
      gram[(2 * i + 1) * size + 2 * j + 1] = 0.5 * (qr - pr);
      // sin of i against cos of j, and cos of i against sin of j.
      gram[(2 * i + 1) * size + 2 * j] = 0.5 * (pi + qi);
      if (i !== j) gram[2 * i * size + 2 * j + 1] = 0.5 * (pi - qi);
    }
  const energies = strongestFirst(gram, z, m);
  const between = MULTIPLES.map(() => 0);
  let [evidence, explained, late, heard, left] = [0, 0, 0, 0, sound.energy];
  const firstFall = fallOf(shape, 1, shape.hz) * rate;
  for (const k of [...energies.keys()].sort((i, j) => energies[j]! - energies[i]!)) {
    const energy = energies[k]!;
    const n = numbers[k]!;
    const chance = chanceHeard(n, partialHz(shape, n));
    // Residual power is not known better than what is left over says: the likelihood with it taken out.
    const rest = Math.max(left - energy, 1e-3 * sound.energy);
    const gain = (sound.freedom / 2) * Math.log(left / rest) - COST + Math.log(chance);
    const without = Math.log(1 - chance);
    if (gain < without) {
      evidence += without;
      continue;
    }
    evidence += gain;
    left = rest;
    explained += energy;
    late += energy * rho[k]! ** (2 * firstFall);
    heard++;
    MULTIPLES.forEach((multiple, i) => (between[i]! += n % multiple === 0 ? 0 : energy));
  }
  return { evidence, explained, late, heard, sought: m, between: Math.min(...between) / Math.max(explained, 1e-9) };
}

/**
 * What each pair of columns explains that those stronger than it do not: the pair that explains most is taken out of all others first, so that no weak
 * one lives on the skirts of a strong one.
 */
function strongestFirst(gram: Float64Array, z: Float64Array, pairs: number): Float64Array {
  const size = 2 * pairs;
  const at = (i: number, j: number) => (i >= j ? i * size + j : j * size + i);
  const whole = Float64Array.from({ length: size }, (_, i) => gram[at(i, i)]!);
  const energies = new Float64Array(pairs);
  const left = new Set(Array.from({ length: pairs }, (_, k) => k));
  while (left.size > 0) {
    let [best, most] = [-1, -1];
    for (const k of left) {
      const [a, b, c] = [gram[at(2 * k, 2 * k)]!, gram[at(2 * k + 1, 2 * k)]!, gram[at(2 * k + 1, 2 * k + 1)]!];
      const det = a * c - b * b;
      // Made up by others already: nothing of its own.
      const own = det > 1e-6 * whole[2 * k]! * whole[2 * k + 1]!;
      const [u, v] = [z[2 * k]!, z[2 * k + 1]!];
      const energy = own ? (c * u * u - 2 * b * u * v + a * v * v) / det : 0;
      if (energy > most) [best, most] = [k, energy];
    }
    left.delete(best);
    energies[best] = Math.max(0, most);
    if (most <= 0) continue;
    const [p, q] = [2 * best, 2 * best + 1];
    const [a, b, c] = [gram[at(p, p)]!, gram[at(q, p)]!, gram[at(q, q)]!];
    const det = a * c - b * b;
    const [u, v] = [(c * z[p]! - b * z[q]!) / det, (a * z[q]! - b * z[p]!) / det];
    const rest = [...left].flatMap((k) => [2 * k, 2 * k + 1]);
    const out = rest.map((i) => {
      const [gp, gq] = [gram[at(i, p)]!, gram[at(i, q)]!];
      return [gp, gq, (c * gp - b * gq) / det, (a * gq - b * gp) / det] as const;
    });
    rest.forEach((i, x) => {
      const [gp, gq, hp, hq] = out[x]!;
      z[i]! -= gp * u + gq * v;
      for (let y = 0; y <= x; y++) {
        const j = rest[y]!;
        gram[at(i, j)]! -= hp * out[y]![0] + hq * out[y]![1];
      }
    });
  }
  return energies;
}

/** Σ r^i·e^(iωi) for i from 0 below n. */
function geometric(r: number, w: number, n: number): readonly [number, number] {
  const [c, s] = [r * Math.cos(w), r * Math.sin(w)];
  const rn = r ** n;
  const [ec, es] = [1 - rn * Math.cos(w * n), -rn * Math.sin(w * n)];
  const [dc, ds] = [1 - c, -s];
  const d = dc * dc + ds * ds;
  // Without damping and turning every term is 1.
  if (d < 1e-18) return [n, 0];
  return [(ec * dc + es * ds) / d, (es * dc - ec * ds) / d];
}
