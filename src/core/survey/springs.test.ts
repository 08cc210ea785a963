import { describe, expect, it } from 'vitest';
import { closingCheck, springFromScale, springFromWire } from '.';

const good = (result: ReturnType<typeof springFromWire>) => {
  if (!result.ok) throw new Error(result.problem);
  return result.spring;
};
const refusal = (result: ReturnType<typeof springFromWire>) => (result.ok ? 'taken' : result.problem);

describe('a spring from its wire', () => {
  const wire = { wireMm: 3, coilMm: 23, turns: 20, material: 'music', extension: true } as const;
  it('is k = G·d⁴/(8·D³·n) with the mean diameter', () =>
    expect(good(springFromWire(wire)).rate).toBeCloseTo((79300 * 3 ** 4) / (8 * 20 ** 3 * 20), 9));
  it('stainless is softer by the ratio of the shear moduli', () =>
    expect(good(springFromWire({ ...wire, material: 'stainless' })).rate / good(springFromWire(wire)).rate).toBeCloseTo(69000 / 79300, 9));
  it('its spread is what a caliper and a miscounted coil make of it', () => {
    const by = (part: Partial<typeof wire>) =>
      good(springFromWire({ ...wire, ...part } as typeof wire)).rate - good(springFromWire(wire)).rate;
    const spread = Math.hypot(by({ wireMm: 3.003 as 3 }) * 10, by({ coilMm: 23.02 as 23 }) * 10, by({ turns: 20.025 as 20 }) * 10);
    expect(good(springFromWire(wire)).rateSd / spread).toBeCloseTo(1, 1);
  });
  it('a compression spring has no first tension, an extension spring an estimated one', () => {
    expect(good(springFromWire({ ...wire, extension: false })).initialTension).toBe(0);
    const { initialTension, initialTensionSd } = good(springFromWire(wire));
    expect(initialTension).toBeGreaterThan(5);
    expect(initialTensionSd).toBeGreaterThan(0.1 * initialTension);
  });
  it.each([
    [{ wireMm: 0 }, 'more than 0'],
    [{ turns: -2 }, 'more than 0'],
    [{ coilMm: 8 }, 'three wires across'],
  ])('refuses %o', (part, words) => expect(refusal(springFromWire({ ...wire, ...part } as typeof wire))).toContain(words));
});

describe('a spring from two pulls', () => {
  it('is the line through them, whichever comes first', () => {
    const pulls = [
      { lengthMm: 150, forceN: 60 },
      { lengthMm: 190, forceN: 140 },
    ] as const;
    for (const [a, b] of [pulls, [pulls[1], pulls[0]]] as const) {
      const spring = good(springFromScale(130, a, b, true));
      expect(spring.rate).toBeCloseTo(2, 9);
      expect(spring.initialTension).toBeCloseTo(20, 9);
    }
  });
  it('a compression spring pushes harder the shorter it is', () =>
    expect(good(springFromScale(100, { lengthMm: 80, forceN: 40 }, { lengthMm: 60, forceN: 80 }, false)).rate).toBeCloseTo(2, 9));
  it('is more accurate for a larger difference', () => {
    const sd = (length: number) =>
      good(springFromScale(100, { lengthMm: 110, forceN: 30 }, { lengthMm: length, forceN: 30 + 2 * (length - 110) }, true)).rateSd;
    expect(sd(160)).toBeLessThan(sd(125));
  });
  it.each<[string, number, [number, number], [number, number], string]>([
    ['too close together', 100, [120, 30], [121, 33], 'too close'],
    ['swapped readings', 100, [120, 80], [160, 30], 'longer spring must pull harder'],
    ['shorter than free', 130, [120, 30], [160, 80], 'shorter than the free length'],
  ])('%s gets a sentence', (_, free, [l1, f1], [l2, f2], words) =>
    expect(refusal(springFromScale(free, { lengthMm: l1, forceN: f1 }, { lengthMm: l2, forceN: f2 }, true))).toContain(words),
  );
});

describe('the closing check', () => {
  const check = (pathMm: number, taut = true, slopes: { id: string; perMm: number }[] = []) =>
    closingCheck({ pathMm, pathSd: 2, beltMm: 1200, beltSd: 1.5, taut, slopes });
  it.each([
    [1203, true, 'agrees'],
    [1212, true, 'stretched'],
    [1260, true, 'too-short-for-the-path'],
    [1180, true, 'longer-than-the-path'],
    [1180, false, 'lies-loose'],
    [1212, false, 'too-short-for-the-path'],
  ] as const)('a path of %i mm, taut %s: %s', (path, taut, verdict) => expect(check(path, taut).verdict).toBe(verdict));
  it('names the reading that explains it with the smallest slip, and no wild one', () => {
    const slopes = [
      { id: 'far', perMm: 0.2 },
      { id: 'near', perMm: 1.6 },
      { id: 'not-at-all', perMm: 0.001 },
    ];
    expect(check(1230, false, slopes).culprit).toEqual({ id: 'near', byMm: 30 / 1.6 });
    expect(check(1230, false, [{ id: 'far', perMm: 0.2 }]).culprit).toBeNull();
    expect(check(1203, true, slopes).culprit).toBeNull();
  });
});
