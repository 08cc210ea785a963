import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AMOUNTS, RIDINGS, shareAlone, sharesOf, wearForecast } from '.';

const amount = fc.constantFrom(...AMOUNTS);

describe('how it was ridden', () => {
  it('makes one whole, and more of one is a larger share of it', () =>
    fc.assert(
      fc.property(fc.record({ crawl: amount, trail: amount, haul: amount, fast: amount }), (answers) => {
        const shares = sharesOf(answers);
        expect(RIDINGS.reduce((a, r) => a + shares[r], 0)).toBeCloseTo(1, 12);
        for (const a of RIDINGS)
          for (const b of RIDINGS)
            if (AMOUNTS.indexOf(answers[a]) > AMOUNTS.indexOf(answers[b])) expect(shares[a]).toBeGreaterThan(shares[b]);
      }),
    ));
  it('have wet and dust as independent shares, from none', () => {
    const all = AMOUNTS.map(shareAlone);
    expect(all[0]).toBe(0);
    expect([...all].sort((a, b) => a - b)).toEqual(all);
  });
});

it('odds of coming under within a distance rise with it from those of now to certainty, and agree with the range', () => {
  const ask = {
    readings: [{ meter: 3000, date: '', method: 'flank-line' as const, widths: [29.3, 29.35, 29.3] }],
    minimum: 28.6,
    newWidth: 30.5,
  };
  const { remaining, underNow, underWithin } = wearForecast(ask);
  expect(underWithin).toBeNull();
  const odds = [0, 500, remaining!.p50, 1e6].map((within) => wearForecast({ ...ask, within }).underWithin!);
  expect(odds[0]).toBeCloseTo(underNow, 9);
  expect([...odds].sort((a, b) => a - b)).toEqual(odds);
  expect(odds[2]).toBeCloseTo(0.5, 1);
  expect(odds[3]).toBeGreaterThan(0.99);
});
