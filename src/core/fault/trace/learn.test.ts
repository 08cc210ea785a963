import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { learned, updatedWeight, trace, vocabulary, WORTH_JOBS } from '.';

const words = vocabulary();
const priorIn = (v: typeof words, kind: string, cause: string) => v.causes.find((c) => c.id === cause)!.kinds[kind]!;

describe('what a shop learns', () => {
  it('nothing confirmed leaves the base as it is', () => {
    expect(learned(words, [])).toBe(words);
  });
  it('a prior is the mean of a Beta: between the shipped one and what was seen, and nearer the latter with every job', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.005, max: 0.2, noNaN: true }),
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 1, max: 200 }),
        (p, times, more) => {
          const jobs = times + more;
          const seen = times / jobs;
          const now = updatedWeight(p, times, jobs);
          expect(now).toBeGreaterThanOrEqual(Math.min(p, seen) - 1e-12);
          expect(now).toBeLessThanOrEqual(Math.max(p, seen) + 1e-12);
          expect(Math.abs(updatedWeight(p, 10 * times, 10 * jobs) - seen)).toBeLessThanOrEqual(Math.abs(now - seen) + 1e-12);
        },
      ),
    ));
  it('as many jobs as it is worth bring it half way', () => {
    expect(updatedWeight(0.1, WORTH_JOBS, WORTH_JOBS)).toBeCloseTo(0.55, 12);
  });
  it('moves its own kind of drive only, and what is likeliest there', () => {
    const confirmed = [{ kind: 'deck-lever', cause: 'keeper-off', times: 30 }];
    const own = learned(words, confirmed);
    expect(priorIn(own, 'deck-lever', 'keeper-off')).toBeGreaterThan(priorIn(words, 'deck-lever', 'keeper-off'));
    expect(priorIn(own, 'deck-lever', 'belt-worn')).toBeLessThan(priorIn(words, 'deck-lever', 'belt-worn'));
    expect(priorIn(own, 'pto', 'keeper-off')).toBe(priorIn(words, 'pto', 'keeper-off'));
    const first = (v: typeof words) => {
      const t = trace(v, { kind: 'deck-lever', complaint: ['thrown-releasing'], history: [], setups: [] });
      return t.status === 'ok' ? t.causes[0]!.id : '';
    };
    expect(first(own)).toBe('keeper-off');
    expect(first(words)).not.toBe('keeper-off');
  });
});
