import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { powerOfTwo, powers, minimumPhaseFilter, transform } from './spectrum';

const samples = (most: number) => fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 1, maxLength: most });

/** The sum that defines it, term by term. */
function slowTransform(x: readonly number[], size: number, k: number): [re: number, im: number] {
  let [re, im] = [0, 0];
  x.forEach((v, n) => {
    re += v * Math.cos((2 * Math.PI * k * n) / size);
    im -= v * Math.sin((2 * Math.PI * k * n) / size);
  });
  return [re, im];
}

describe('a spectrum', () => {
  it.each([
    [0, 2],
    [1, 2],
    [2, 2],
    [3, 4],
    [4, 4],
    [1000, 1024],
    [1025, 2048],
  ])('of %i samples takes %i', (n, size) => {
    expect(powerOfTwo(n)).toBe(size);
  });
  it('is the sum that defines it, bin by bin', () => {
    fc.assert(
      fc.property(samples(30), (x) => {
        const s = transform(x, 32);
        for (let k = 0; k <= 16; k++) {
          const [re, im] = slowTransform(x, 32, k);
          expect(s[2 * k]).toBeCloseTo(re, 10);
          expect(s[2 * k + 1]).toBeCloseTo(im, 10);
        }
      }),
    );
  });
  it('has the power of the samples (Parseval), and more nothing after them adds none', () => {
    fc.assert(
      fc.property(samples(64), (x) => {
        const inTime = x.reduce((sum, v) => sum + v * v, 0);
        for (const size of [64, 256]) {
          const p = powers(Float64Array.from(x), size);
          expect(p).toHaveLength(size / 2 + 1);
          // Every bin except the first and the last also counts for its mirror image.
          const inBins = p.reduce((sum, v, k) => sum + v * (k === 0 || k === size / 2 ? 1 : 2), 0) / size;
          expect(inBins).toBeCloseTo(inTime, 9);
        }
      }),
    );
  });
  it('puts a whole number of waves into one bin', () => {
    const x = Float64Array.from({ length: 64 }, (_, n) => Math.cos((2 * Math.PI * 5 * n) / 64));
    const p = powers(x, 64);
    expect(p[5]).toBeCloseTo(32 ** 2, 6);
    expect(Math.max(...p.filter((_, k) => k !== 5))).toBeLessThan(1e-18);
  });
});

describe('the filter of least delay', () => {
  const flat = (lnGain: number) => new Float64Array(129).fill(lnGain);
  it('that makes all bins as loud as they are changes nothing', () => {
    fc.assert(
      fc.property(samples(100), (x) => {
        minimumPhaseFilter(Float64Array.from(x), flat(0)).forEach((v, i) => expect(v).toBeCloseTo(x[i]!, 10));
      }),
    );
  });
  it('that makes all bins twice as loud doubles every sample', () => {
    const x = Float64Array.from({ length: 50 }, (_, i) => Math.sin(i * i));
    minimumPhaseFilter(x, flat(Math.LN2)).forEach((v, i) => expect(v).toBeCloseTo(2 * x[i]!, 9));
  });
  it('makes each bin as loud as it is asked to, and never sounds before it is struck', () => {
    const size = 256;
    // A slope and a notch, smooth enough for a filter of that length.
    const lnGain = Float64Array.from({ length: size / 2 + 1 }, (_, k) => -k / 64 - 1.5 * Math.exp(-(((k - 40) / 8) ** 2)));
    const struck = 20;
    const x = new Float64Array(size);
    x[struck] = 1;
    const y = minimumPhaseFilter(x, lnGain);
    for (let i = 0; i < struck; i++) expect(Math.abs(y[i]!)).toBeLessThan(1e-9);
    expect(Math.abs(y[struck]!)).toBe(Math.max(...y.map(Math.abs)));
    const loud = powers(y.slice(struck), size);
    for (let k = 0; k <= size / 2; k += 8) expect(0.5 * Math.log(loud[k]!), `bin ${k}`).toBeCloseTo(lnGain[k]!, 2);
  });
});
