/** Rate and initial tension of a spring, with one standard deviation each. N/mm and N. */
export interface SpringEstimate {
  readonly rate: number;
  readonly rateSd: number;
  readonly initialTension: number;
  readonly initialTensionSd: number;
}

export type SpringResult = { readonly ok: true; readonly spring: SpringEstimate } | { readonly ok: false; readonly problem: string };

export const MATERIALS = { music: { label: 'Music wire', shearMpa: 79300 }, stainless: { label: 'Stainless', shearMpa: 69000 } } as const;
export type Material = keyof typeof MATERIALS;

/** Standard deviations of a caliper, of a count, and of a tape on a loaded spring. */
const WIRE_SD_MM = 0.03;
const COIL_SD_MM = 0.2;
const TURNS_SD = 0.25;
const LENGTH_SD_MM = 1;
/** A luggage scale: this share of what it shows, and no better than this many newtons. */
const SCALE_SHARE = 0.02;
const SCALE_SD_N = 1.5;

/**
 * Rate from the wire: k = G·d⁴/(8·D³·n), D the mean coil diameter (Wahl 1963; EN 13906). Initial tension is an estimate
 * for a normally wound spring. It uses the torsional stress 231·e^(−0.105·C) ± 6.9·(4 − (C − 3)/6.5) MPa at index C =
 * D/d (Shigley, extension springs).
 * @param wireMm wire diameter, mm
 * @param coilMm outside diameter of the coil, mm
 * @param turns active coils
 * @param extension a compression spring has no initial tension
 */
export function springFromWire({
  wireMm,
  coilMm,
  turns,
  material,
  extension,
}: {
  wireMm: number;
  coilMm: number;
  turns: number;
  material: Material;
  extension: boolean;
}): SpringResult {
  if (!(wireMm > 0) || !(turns > 0)) return { ok: false, problem: 'Wire and coils must be more than 0.' };
  const mean = coilMm - wireMm;
  if (!(mean > 2 * wireMm))
    return { ok: false, problem: 'The coil must be at least three wires across on the outside; check which diameter was measured.' };
  const rate = (MATERIALS[material].shearMpa * wireMm ** 4) / (8 * mean ** 3 * turns);
  // A thicker wire also means a smaller mean coil.
  const share = Math.hypot((4 / wireMm + 3 / mean) * WIRE_SD_MM, (3 * COIL_SD_MM) / mean, TURNS_SD / turns);
  const index = mean / wireMm;
  const force = (stressMpa: number) => (stressMpa * Math.PI * wireMm ** 3) / (8 * mean);
  return {
    ok: true,
    spring: {
      rate,
      rateSd: rate * share,
      initialTension: extension ? force(231 * Math.exp(-0.105 * index)) : 0,
      initialTensionSd: extension ? force(Math.max(2, 6.9 * (4 - (index - 3) / 6.5))) : 0,
    },
  };
}

export interface Pull {
  readonly lengthMm: number;
  readonly forceN: number;
}

/** Rate and initial tension from two lengths under a scale: the line through both pulls. */
export function springFromScale(freeLengthMm: number, a: Pull, b: Pull, extension: boolean): SpringResult {
  const [short, long] = a.lengthMm < b.lengthMm ? [a, b] : [b, a];
  const stretch = long.lengthMm - short.lengthMm;
  if (stretch < 3)
    return { ok: false, problem: 'The two lengths are too close. Pull the spring at least 3 mm further for the second one.' };
  const rate = ((long.forceN - short.forceN) / stretch) * (extension ? 1 : -1);
  if (!(rate > 0))
    return {
      ok: false,
      problem: extension
        ? 'The longer spring must pull harder; check which reading belongs to which length.'
        : 'The shorter spring must push harder; check which reading belongs to which length.',
    };
  if (extension ? short.lengthMm < freeLengthMm : long.lengthMm > freeLengthMm)
    return {
      ok: false,
      problem: extension
        ? 'A length under load is shorter than the free length; measure the free length again, hook to hook.'
        : 'A length under load is longer than the free length; measure the free length again.',
    };
  const forceSd = (n: number) => Math.hypot(SCALE_SD_N, SCALE_SHARE * n);
  const rateSd = Math.hypot(forceSd(short.forceN), forceSd(long.forceN), rate * LENGTH_SD_MM * Math.SQRT2) / stretch;
  if (!extension) return { ok: true, spring: { rate, rateSd, initialTension: 0, initialTensionSd: 0 } };
  const reach = short.lengthMm - freeLengthMm;
  return {
    ok: true,
    spring: {
      rate,
      rateSd,
      initialTension: Math.max(0, short.forceN - rate * reach),
      initialTensionSd: Math.hypot(forceSd(short.forceN), rateSd * reach, rate * LENGTH_SD_MM * Math.SQRT2),
    },
  };
}
