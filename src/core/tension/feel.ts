import type { TensionReading } from './combine';
import { deflectionBy, pushAt, tensionByPush, type Strand } from './methods';

/** Ways of feeling a tension. None has a scale of its own: each is told by one number that hands and drives differ in, and learns it from pairs. */
export const FEEL_METHODS = ['twist', 'hand-roll', 'thumb'] as const;
export type FeelMethod = (typeof FEEL_METHODS)[number];

interface FeelLaw {
  /** What the one number is at the target for a usual hand, and how far hands and drives lie apart: a standard deviation of its logarithm. */
  readonly usual: number;
  readonly apart: number;
}

/**
 * The usual one number of each: degrees that a span at its target twists between two fingers (schools run from 20° to 45°), that a whole hand rolls it
 * over (a quarter turn), and the push of a firm thumb, N (ten pounds). With what a hand scatters by, a reading untaught is good to ±40 to ±50 %.
 */
const LAWS: Readonly<Record<FeelMethod, FeelLaw>> = {
  twist: { usual: 30, apart: 0.35 },
  'hand-roll': { usual: 90, apart: 0.45 },
  thumb: { usual: 45, apart: 0.4 },
};
/** Scatter of one hand between readings, as a share. */
const HAND_SD = 0.2;

/** A reading by feel, with a measured tension of the same belt at that time. */
export interface FeltReading {
  readonly method: FeelMethod;
  /** The span, by the pulleys at its ends. */
  readonly at: readonly [string, string];
  /** Degrees, or mm that a thumb pushed it in. */
  readonly value: number;
  readonly tensionN: number;
  readonly sdN: number;
}

/** The same with its span as it answers. */
export interface FeltPair extends FeltReading {
  readonly strand: Strand;
}

/** The one number of a method, and a standard deviation of its logarithm. */
interface Taught {
  readonly number: number;
  readonly sd: number;
}

/** Tension × degrees is the same for one span and hand: it turns the easier the slacker it is. */
const numberOf = ({ method, value, tensionN, strand }: FeltPair): number =>
  method === 'thumb' ? pushAt(strand, tensionN, value) : tensionN * value;

/**
 * What is known of the one number: the usual one, and each pair by how well it tells. Normal in the logarithm, so that the answer is their mean weighed
 * by 1/variance.
 * @returns null where there is neither a target to say what is usual nor a pair
 */
function taughtBy(method: FeelMethod, targetN: number | null, pairs: readonly FeltPair[]): Taught | null {
  const { usual, apart } = LAWS[method];
  const own = pairs.filter((p) => p.method === method && p.tensionN > 0);
  const prior = method === 'thumb' ? usual : targetN === null ? null : targetN * usual;
  if (prior === null && own.length === 0) return null;
  let weight = prior === null ? 0 : 1 / apart ** 2;
  let sum = prior === null ? 0 : weight * Math.log(prior);
  for (const p of own) {
    const w = 1 / (HAND_SD ** 2 + (p.sdN / p.tensionN) ** 2);
    weight += w;
    sum += w * Math.log(numberOf(p));
  }
  return { number: Math.exp(sum / weight), sd: 1 / Math.sqrt(weight) };
}

/**
 * A tension by feel. What the number is unsure by is shared by all that is felt in the same way.
 * @returns null where there is nothing yet to read it by
 */
export function readFeel(
  strand: Strand,
  { method, value }: { readonly method: FeelMethod; readonly value: number },
  targetN: number | null,
  pairs: readonly FeltPair[],
): TensionReading | null {
  const taught = taughtBy(method, targetN, pairs);
  if (!taught) return null;
  const tensionN = method === 'thumb' ? tensionByPush(strand, taught.number, value) : taught.number / value;
  // The uncertainty of a thumb's force applies to the whole push, with the part that belt stretch carries.
  const unsure = method === 'thumb' ? Math.abs(tensionByPush(strand, taught.number * 1.001, value) - tensionN) / 0.001 : tensionN;
  return {
    tensionN,
    ownN: HAND_SD * unsure,
    ownAtN: (atN) => (tensionN === 0 ? HAND_SD * unsure : (HAND_SD * unsure * atN) / tensionN),
    shared: [{ source: `feel ${method}`, share: tensionN === 0 ? 0 : (taught.sd * unsure) / tensionN }],
  };
}

/** Reading of a method at the target, degrees or mm; null if unknown. */
export function feltAt(strand: Strand, method: FeelMethod, targetN: number, pairs: readonly FeltPair[]): number | null {
  const taught = taughtBy(method, targetN, pairs);
  if (!taught) return null;
  return method === 'thumb' ? deflectionBy(strand, targetN, taught.number) : taught.number / targetN;
}
