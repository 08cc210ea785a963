import { describe, expect, it } from 'vitest';
import { logOf, readingsOfLog, readTwoWays, ribsApart, type PastWidth } from '.';

const past = (more: Partial<PastWidth>): PastWidth => ({
  job: 1,
  machine: 1,
  belt: 'b',
  taken: '2026-05-01T08:00:00Z',
  by: 'Bram',
  meter: 1000,
  fittedAt: 900,
  unit: 'km',
  method: 'rib-top',
  widths: [30, 30.02],
  minimumMm: 28.6,
  newMm: 30.5,
  ...more,
});

describe('the log of the belt that is on', () => {
  it('is of this machine and belt, since it was fitted, by meter; an older belt’s widths are not its own', () => {
    const all = [
      past({ fittedAt: 100, meter: 800, taken: '2025-01-01T08:00:00Z' }),
      past({ meter: 1500, taken: '2026-06-01T08:00:00Z' }),
      past({}),
      past({ machine: 2 }),
      past({ belt: 'other' }),
    ];
    const log = logOf(all, 1, 'b');
    expect(log.map((p) => p.meter)).toEqual([1000, 1500]);
    expect(readingsOfLog(log).map((r) => [r.meter, r.date])).toEqual([
      [100, '2026-05-01'],
      [600, '2026-06-01'],
    ]);
    // A replaced meter starts a new log.
    expect(logOf([...all, past({ unit: 'h', meter: 12, fittedAt: 0, taken: '2026-07-01T08:00:00Z' })], 1, 'b')).toHaveLength(1);
    expect(logOf([], 1, 'b')).toEqual([]);
  });
  it('knows what a hand adds once that person read it two ways on one day', () => {
    const two = [past({}), past({ method: 'flank-line', taken: '2026-05-01T09:00:00Z' })];
    expect(readTwoWays(two, 'Bram')).toBe(true);
    expect(readTwoWays(two, 'Ines')).toBe(false);
    expect(readTwoWays([past({}), past({ method: 'single', taken: '2026-05-02T09:00:00Z' })], 'Bram')).toBe(false);
  });
  it('questions one different rib, and both of two different ribs', () => {
    expect(ribsApart([29.9, 29.92, 29.3, 29.88])).toEqual([2]);
    expect(ribsApart([29.9, 29.3])).toEqual([0, 1]);
    expect(ribsApart([29.9, 29.85, 29.95])).toEqual([]);
    expect(ribsApart([29.9])).toEqual([]);
  });
});
