/** A tension, with the hours since the belt was fitted or last set. */
export interface AgedReading {
  readonly hours: number;
  readonly tensionN: number;
  readonly sdN: number;
}

export interface Retension {
  /** Tension when it was set, and what it loses each time its hours grow tenfold, N, with standard deviations. */
  readonly startN: number;
  readonly startSdN: number;
  readonly lossN: number;
  readonly lossSdN: number;
  /** Covariance of both errors, N². */
  readonly togetherN2: number;
  /** Hours from setting at which it comes down to where it is to be set again: likely, and the early and late ends of four in five. Null: not within `FARTHEST_H`. */
  readonly hours: { readonly early: number | null; readonly likely: number | null; readonly late: number | null };
}

/** Longest forecast, h. The belt is replaced before that. */
const FARTHEST_H = 5000;
/** Loss per decade of hours, as a share of the tension, and its spread between drives. A spring keeps its tension; a locked drive loses it to seating and stretch. */
const LOSS = { sprung: { share: 0.02, sd: 0.02 }, locked: { share: 0.1, sd: 0.05 } };
/** Standard deviations of the central 80%. */
const TENTH = 1.2816;
/** Set again while it still holds: at this over the slip floor. */
export const RETENSION_OVER_FLOOR = 1.1;

/**
 * Loss of belt tension from its readings: T(h) = T₀ − b·log₁₀(1 + h), h in hours since the setting. Seating and creep
 * of a belt are nearly linear in the logarithm of time. This is a nominal law. The nominal part is the prior of b,
 * which readings correct. Both are normal, so T(h) is normal.
 * @param sprung a free tensioner takes up the stretch
 * @returns null without a reading
 */
export function retensionOf(readings: readonly AgedReading[], sprung: boolean, floorN: number): Retension | null {
  const known = readings.filter((r) => r.hours >= 0 && r.sdN > 0);
  if (known.length === 0) return null;
  const about = known.reduce((sum, r) => sum + r.tensionN, 0) / known.length;
  const prior = sprung ? LOSS.sprung : LOSS.locked;
  // Normal equations of [T₀, b]; only b has a prior.
  const [mean, sd] = [prior.share * about, Math.max(1e-6, prior.sd * about)];
  let [aa, ab, bb, ya, yb] = [0, 0, 1 / sd ** 2, 0, mean / sd ** 2];
  for (const r of known) {
    const w = 1 / r.sdN ** 2;
    const x = -Math.log10(1 + r.hours);
    aa += w;
    ab += w * x;
    bb += w * x * x;
    ya += w * r.tensionN;
    yb += w * x * r.tensionN;
  }
  const det = aa * bb - ab * ab;
  const startN = (bb * ya - ab * yb) / det;
  // Nothing tightens by running: a loss under none is readings' chance.
  const lossN = Math.max(0, (aa * yb - ab * ya) / det);
  const varStart = bb / det;
  const varLoss = aa / det;
  const both = -ab / det;
  const level = RETENSION_OVER_FLOOR * floorN;
  const fall = { startN, startSdN: Math.sqrt(varStart), lossN, lossSdN: Math.sqrt(varLoss), togetherN2: both };
  const cross = (z: number): number | null => {
    const at = (h: number) => {
      const { tensionN, sdN } = tensionAfter(fall, h);
      return tensionN + z * sdN;
    };
    if (at(0) <= level) return 0;
    if (at(FARTHEST_H) > level) return null;
    let [low, high] = [0, FARTHEST_H];
    for (let i = 0; i < 60; i++) {
      const middle = (low + high) / 2;
      if (at(middle) > level) low = middle;
      else high = middle;
    }
    return high;
  };
  return {
    ...fall,
    hours: floorN > 0 ? { early: cross(-TENTH), likely: cross(0), late: cross(TENTH) } : { early: null, likely: null, late: null },
  };
}

/** Expected tension after a number of hours, N, and its standard deviation. */
export function tensionAfter(
  { startN, startSdN, lossN, lossSdN, togetherN2 }: Omit<Retension, 'hours'>,
  hours: number,
): { readonly tensionN: number; readonly sdN: number } {
  const x = -Math.log10(1 + hours);
  return { tensionN: startN + lossN * x, sdN: Math.sqrt(Math.max(0, startSdN ** 2 + 2 * x * togetherN2 + (x * lossSdN) ** 2)) };
}
