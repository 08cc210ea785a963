import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { perDay, spareNeed } from '.';

/** Every set of belts that come due, one by one. */
function byAllSets(odds: readonly number[], spares: number): number {
  let short = 0;
  for (let set = 0; set < 2 ** odds.length; set++) {
    const due = odds.filter((_, i) => (set >> i) & 1).length;
    if (due > spares) short += odds.reduce((a, p, i) => a * ((set >> i) & 1 ? p : 1 - p), 1);
  }
  return short;
}

describe('spares against what comes due', () => {
  const odds = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 9 });
  it('are short as often as all sets of belts added up say', () =>
    fc.assert(
      fc.property(odds, fc.integer({ min: 0, max: 5 }), (all, spares) => {
        expect(spareNeed(all, spares).short).toBeCloseTo(byAllSets(all, spares), 9);
      }),
    ));
  it('one more on the shelf never makes them shorter of it', () =>
    fc.assert(
      fc.property(odds, fc.integer({ min: 0, max: 5 }), (all, n) => {
        expect(spareNeed(all, n + 1).short).toBeLessThanOrEqual(spareNeed(all, n).short + 1e-12);
      }),
    ));
  it('one likely belt and no spare is an order; with a spare it is none', () => {
    expect(spareNeed([0.9], 0)).toMatchObject({ due: 0.9, order: true });
    expect(spareNeed([0.9], 1).order).toBe(false);
    expect(spareNeed([], 0)).toEqual({ due: 0, short: 0, order: false });
  });
});

describe('use in a day', () => {
  it('is what the meter ran between the first and the last reading', () => {
    const log = [
      { meter: 900, taken: '2026-01-01T08:00:00Z' },
      { meter: 1800, taken: '2026-04-01T08:00:00Z' },
    ];
    expect(perDay(log)).toBeCloseTo(10, 9);
    expect(perDay([...log].reverse())).toBeCloseTo(10, 9);
  });
  it('is unknown from one reading, and from two of one week', () => {
    expect(perDay([{ meter: 900, taken: '2026-01-01T08:00:00Z' }])).toBeNull();
    expect(
      perDay([
        { meter: 900, taken: '2026-01-01T08:00:00Z' },
        { meter: 950, taken: '2026-01-04T08:00:00Z' },
      ]),
    ).toBeNull();
  });
});
