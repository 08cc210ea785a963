import { solveDamped } from '../linear';
import { project, type Projectable } from './projection';

/**
 * Least squares fit of damped partials of a string to a stretch of sound. The columns are ρ^i·cos(ωi) and ρ^i·sin(ωi).
 * Their products are geometric sums, so only the sound itself needs a loop.
 */
export interface StringFit {
  /** ln of how much likelier the sound is with this string than without. */
  readonly evidence: number;
  /** Energy that it explains, of noise of one unit a sample. */
  readonly explained: number;
  /**
   * Part that remains after `lateFrom` samples: after the first partial has decayed to 1/e, or after a share of a
   * shorter sound.
   */
  readonly late: number;
  readonly lateFrom: number;
  /** Number of significant partials, and of those searched. */
  readonly heard: number;
  readonly sought: number;
  /** Least share of the explained energy that is not in every 2nd, 3rd, 5th … partial: little, and the string is one that sounds so much higher. */
  readonly between: number;
  /** Share of the explained energy in the second plane of vibration. */
  readonly other: number;
}

export interface StringShape {
  readonly hz: number;
  readonly stiffness: number;
  /** Quality of the first partial: it falls to 1/e in q/(π·hz). */
  readonly q: number;
  /** Relative frequency offset of the second plane of vibration. 0 or omitted if both are equal. */
  readonly apart?: number;
}

export interface FitRange {
  readonly rate: number;
  readonly lowestHz: number;
  readonly highestHz: number;
  readonly mostPartials: number;
}

/** Prior power of a partial over noise: about that of one bin of a ring. */
const PRIOR = 200;
const COST = 7;
/** Share after which a sound shorter than its decay counts as late. */
const LATE_SHARE = 0.4;
/**
 * Share of energy that no string explains: the finger, the room, a falling frequency. Further partials below it have no
 * effect.
 */
const MISFIT = 0.05;
/** Partials of which both planes are sought. */
const PLANES_OF = 6;
/** Cost of the second plane of a partial. */
const COST_OF_OTHER = 4;
const LN_PRIOR = Math.log(1 + PRIOR);
const MULTIPLES = [2, 3, 5, 7, 11, 13];
/** Partial n of rubber has a quality of q·n^−DAMPING: between 0.2 and 0.5. */
const DAMPING = 0.35;
/** Time in which partial n falls to 1/e, s. */
export const fallOf = ({ q }: StringShape, n: number, hz: number): number => (q * n ** -DAMPING) / (Math.PI * hz);

/** Chance that a partial is to be heard: microphones lose the low ones, and a strike at a node any. */
export const hearProbability = (partial: number, hz: number): number => Math.max(0.3, (hz < 110 ? 0.55 : 0.9) * 0.98 ** partial);

/** ln of the evidence of one partial: heard, at any loudness, or not. @param energy over noise, χ² of two where there is nothing */
export function partialEvidence(energy: number, chance: number): number {
  const heard = Math.log(chance) - LN_PRIOR + (0.5 * energy * PRIOR) / (1 + PRIOR);
  const not = Math.log(1 - chance);
  return heard > not ? heard + Math.log1p(Math.exp(not - heard)) : not + Math.log1p(Math.exp(heard - not));
}

export const partialHz = ({ hz, stiffness }: Pick<StringShape, 'hz' | 'stiffness'>, n: number): number =>
  n * hz * Math.sqrt(1 + stiffness * n * n);

/** One strike's sound, from just after the finger left. */
export interface Struck extends Projectable {
  /** Sum of squares. */
  readonly energy: number;
  /** How many independent numbers hold it: fewer than samples where it is loud for a short time only. */
  readonly freedom: number;
}

interface Column {
  /** Number of the partial. */
  readonly n: number;
  readonly hz: number;
  /** 0 the louder plane of swinging, 1 the other. */
  readonly plane: number;
}

/** @param shift moves all partials by this share of the note */
function columnsOf(shape: StringShape, range: FitRange, shift: number): { readonly columns: readonly Column[]; readonly sought: number } {
  const planes = shape.apart ? [1, 1 + shape.apart] : [1];
  const columns: Column[] = [];
  let sought = 0;
  for (let n = 1; n <= range.mostPartials; n++) {
    const f = partialHz(shape, n) + shift * shape.hz;
    if (f > range.highestHz) break;
    if (f < range.lowestHz) continue;
    sought++;
    for (const [plane, factor] of planes.entries()) if (plane === 0 || n <= PLANES_OF) columns.push({ n, hz: f * factor, plane });
  }
  return { columns, sought };
}

/** Products of the columns with each other (`gram`, whole and symmetric) and with the sound (`z`); each column is a pair of cosine and sine. */
function productsOf(sound: Struck, columns: readonly Column[], shape: StringShape, { rate }: FitRange) {
  const y = sound.samples;
  const m = columns.length;
  const size = 2 * m;
  const omega = new Float64Array(m);
  const rho = new Float64Array(m);
  const z = new Float64Array(size);
  columns.forEach(({ n, hz }, k) => {
    omega[k] = (2 * Math.PI * hz) / rate;
    const fall = fallOf(shape, n, hz) * rate;
    rho[k] = Math.exp(-1 / fall);
    // After five falls nothing is left of it.
    const [re, im] = project(sound, omega[k]!, fall, Math.min(y.length, Math.ceil(5 * fall)));
    z[2 * k] = re;
    z[2 * k + 1] = im;
  });
  const gram = new Float64Array(size * size);
  for (let i = 0; i < m; i++)
    for (let j = 0; j <= i; j++) {
      const r = rho[i]! * rho[j]!;
      const [pr, pi] = geometric(r, omega[i]! + omega[j]!, y.length);
      const [qr, qi] = geometric(r, omega[i]! - omega[j]!, y.length);
      const cosCos = 0.5 * (qr + pr);
      const sinSin = 0.5 * (qr - pr);
      // sin of i against cos of j, and cos of i against sin of j.
      const sinCos = 0.5 * (pi + qi);
      const cosSin = 0.5 * (pi - qi);
      const [ci, si, cj, sj] = [2 * i, 2 * i + 1, 2 * j, 2 * j + 1];
      gram[ci * size + cj] = gram[cj * size + ci] = cosCos;
      gram[si * size + sj] = gram[sj * size + si] = sinSin;
      gram[si * size + cj] = gram[cj * size + si] = sinCos;
      gram[ci * size + sj] = gram[sj * size + ci] = cosSin;
    }
  return { gram, z, rho };
}

/** @param shift moves all partials by this share of the note, to a comb that no string has */
export function fitString(sound: Struck, shape: StringShape, range: FitRange, shift = 0): StringFit {
  const { columns, sought } = columnsOf(shape, range, shift);
  const { gram, z, rho } = productsOf(sound, columns, shape, range);
  const m = columns.length;
  // A pair that explains less is excluded, since its gain is always below its cost.
  const least = sound.energy * MISFIT * (1 - Math.exp((-2 * COST_OF_OTHER) / sound.freedom));
  const energies = strongestFirst(gram, z, m, least);
  const between = MULTIPLES.map(() => 0);
  let [evidence, explained, late, heard, other, left] = [0, 0, 0, 0, 0, sound.energy];
  const lateFrom = Math.min(fallOf(shape, 1, shape.hz) * range.rate, LATE_SHARE * sound.samples.length);
  const has = new Set<number>();
  for (const k of [...energies.keys()].sort((i, j) => energies[j]! - energies[i]!)) {
    const energy = energies[k]!;
    const { n, plane } = columns[k]!;
    const more = has.has(n);
    has.add(n);
    const chance = hearProbability(n, partialHz(shape, n));
    // The residual power is unknown, so it is marginalised in the likelihood.
    const rest = Math.max(left - energy, MISFIT * sound.energy);
    const gain = (sound.freedom / 2) * Math.log(left / rest) - (more ? COST_OF_OTHER : COST - Math.log(chance));
    const without = more ? 0 : Math.log(1 - chance);
    if (gain < without) {
      evidence += without;
      continue;
    }
    evidence += gain;
    left = rest;
    explained += energy;
    late += energy * rho[k]! ** (2 * lateFrom);
    if (!more) heard++;
    if (plane > 0) other += energy;
    MULTIPLES.forEach((multiple, i) => (between[i]! += n % multiple === 0 ? 0 : energy));
  }
  const all = Math.max(explained, 1e-9);
  return { evidence, explained, late, lateFrom, heard, sought, between: Math.min(...between) / all, other: other / all };
}

/** Partials of a low string between those of a higher one, moved by so much of its note: no string has them there. */
const MOVED = [0.35, 0.5, -0.35];
/** The higher string has second planes on both sides. Thus its beats do not count as partials of the lower one. */
const BESIDE = [1.012, 0.988];
const BESIDE_OF = 3;
/** Smallest share of its energy that remains after any fit. */
const LEAST_LEFT = 0.03;
const RIDGE = 1e-3;

/**
 * ln of the likelihood ratio between a string and one that is `multiple` times higher. It uses the partials of the
 * lower one alone. They are compared with the same number of partials between them. Any comb explains some skirts of
 * the higher string.
 * @param shape the lower string
 */
export function ownPartials(sound: Struck, shape: StringShape, multiple: number, range: FitRange): number {
  const { columns } = columnsOf({ ...shape, apart: 0 }, range, 0);
  const shared = columns
    .filter(({ n }) => n % multiple === 0)
    .flatMap((c) => [c, ...(c.n <= BESIDE_OF * multiple ? BESIDE.map((factor) => ({ ...c, hz: c.hz * factor })) : [])]);
  const own = columns.filter(({ n }) => n % multiple !== 0);
  const explained = (all: readonly Column[]) => {
    const { gram, z } = productsOf(sound, all, shape, range);
    const sizes = solveDamped(gram, z, z.length, RIDGE);
    return sizes ? sizes.reduce((sum, v, i) => sum + v * z[i]!, 0) : 0;
  };
  const leftWith = (more: readonly Column[]) => Math.max(0, sound.energy - explained([...shared, ...more])) + LEAST_LEFT * sound.energy;
  const moved = MOVED.map((by) =>
    leftWith(own.map((c) => ({ ...c, hz: c.hz + by * shape.hz })).filter(({ hz }) => hz >= range.lowestHz && hz <= range.highestHz)),
  );
  return (sound.freedom / 2) * Math.log(Math.min(...moved) / leftWith(own));
}

/**
 * Energy that each pair of columns explains beyond the stronger pairs. The strongest pair is removed from all others
 * first, so that no weak pair explains its skirts. Ends when the strongest remaining pair explains less than `least`.
 * The remaining ones have 0.
 * @param gram full and symmetric; overwritten, like `z`
 */
function strongestFirst(gram: Float64Array, z: Float64Array, pairs: number, least: number): Float64Array {
  const size = 2 * pairs;
  const whole = Float64Array.from({ length: size }, (_, i) => gram[i * size + i]!);
  const energies = new Float64Array(pairs);
  const left = Int32Array.from({ length: pairs }, (_, k) => k);
  for (let count = pairs; count > 0; count--) {
    let [at, most] = [-1, least];
    for (let i = 0; i < count; i++) {
      const p = 2 * left[i]!;
      const [a, b, c] = [gram[p * size + p]!, gram[p * size + p + 1]!, gram[(p + 1) * size + p + 1]!];
      const det = a * c - b * b;
      // Made up by others already: no sign of its own.
      if (det <= 1e-6 * whole[p]! * whole[p + 1]!) continue;
      const [u, v] = [z[p]!, z[p + 1]!];
      const energy = (c * u * u - 2 * b * u * v + a * v * v) / det;
      if (energy > most) [at, most] = [i, energy];
    }
    if (at < 0) break;
    const best = left[at]!;
    left[at] = left[count - 1]!;
    energies[best] = most;
    const p = 2 * best;
    const [rowP, rowQ] = [p * size, (p + 1) * size];
    const [a, b, c] = [gram[rowP + p]!, gram[rowP + p + 1]!, gram[rowQ + p + 1]!];
    const det = a * c - b * b;
    const [u, v] = [(c * z[p]! - b * z[p + 1]!) / det, (a * z[p + 1]! - b * z[p]!) / det];
    for (let x = 0; x < count - 1; x++)
      for (let i = 2 * left[x]!; i < 2 * left[x]! + 2; i++) {
        const row = i * size;
        const [gp, gq] = [gram[row + p]!, gram[row + p + 1]!];
        z[i]! -= gp * u + gq * v;
        const [hp, hq] = [(c * gp - b * gq) / det, (a * gq - b * gp) / det];
        for (let y = 0; y < count - 1; y++) {
          const j = 2 * left[y]!;
          gram[row + j]! -= hp * gram[rowP + j]! + hq * gram[rowQ + j]!;
          gram[row + j + 1]! -= hp * gram[rowP + j + 1]! + hq * gram[rowQ + j + 1]!;
        }
      }
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
