import type { TensionReading } from './combine';
import { deflectionBy, pushAt, tensionByPush, type Strand } from './methods';

/**
 * Methods of feel. None has its own scale. Each depends on one number, which differs between hands and drives, and is
 * learned from pairs of readings.
 */
export const FEEL_METHODS = ['twist', 'hand-roll', 'thumb'] as const;
export type FeelMethod = (typeof FEEL_METHODS)[number];

interface FeelLaw {
  /**
   * Usual value of that number at the target, and its spread between hands and drives: a standard deviation of its
   * logarithm.
   */
  readonly usual: number;
  readonly apart: number;
}

/**
 * Usual values at the target. A span twists between two fingers by these degrees (schools teach 20° to 45°). A whole
 * hand rolls it by a quarter turn. The push of a firm thumb is ten pounds, in N. With the scatter of one hand, an
 * untaught reading is good to ±40 to ±50%.
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
 * Estimate of that number: the usual value and each pair, weighted by 1/variance. Normal in the logarithm.
 * @returns null without a target for the usual value and without pairs
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
 * Tension by feel. The error of the number is shared by all readings of the same method.
 * @returns null without an estimate of the number
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
