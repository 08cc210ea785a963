import { describe, expect, it } from 'vitest';
import { mostWithin } from './most-within';
import { stopLaw, usualHalf } from './stop-law';

describe('the law of a stop', () => {
  it('loses half the speed at its share of the time, and none before and all after it', () => {
    for (const half of [0.31, 0.35, 0.41, 0.47, 0.49]) {
      const { speedAt } = stopLaw(half);
      expect(speedAt(half)).toBeCloseTo(0.5, 2);
      expect([speedAt(-1), speedAt(0), speedAt(1), speedAt(2)]).toEqual([1, 1, 0, 0]);
    }
  });

  it('falls steadily, and is a straight line under a constant brake', () => {
    const straight = stopLaw(0.5);
    for (let x = 0.05; x < 1; x += 0.05) {
      expect(straight.speedAt(x)).toBeCloseTo(1 - x, 1);
      expect(stopLaw(0.35).speedAt(x)).toBeLessThan(stopLaw(0.35).speedAt(x - 0.05));
    }
  });

  it('is straighter in quick stops than in long ones', () => {
    let before = 1;
    for (const seconds of [1, 2, 3, 5, 6.5, 9, 14]) {
      expect(usualHalf(seconds)).toBeLessThan(before);
      before = usualHalf(seconds);
    }
  });
});

describe('the value that most of the probability is near', () => {
  it('is in the larger of two groups, where a mean would be between them', () => {
    const all = [1, 1.1, 1.2].map((value) => ({ value, ln: 0 })).concat([5, 5.1].map((value) => ({ value, ln: -0.1 })));
    const found = mostWithin(all, () => 0.3);
    expect(found.value).toBeCloseTo(1.1, 6);
    expect(found.share).toBeLessThan(0.7);
    // 68% of all the probability includes a part of the other group.
    expect(found.sd).toBeGreaterThan(3);
  });

  it('has the half width of one deviation of a normal distribution', () => {
    const all = Array.from({ length: 801 }, (_, i) => ({ value: i / 100 - 4, ln: -0.5 * (i / 100 - 4) ** 2 }));
    const found = mostWithin(all, () => 1);
    expect(found.value).toBeCloseTo(0, 2);
    expect(found.sd).toBeCloseTo(1, 1);
  });
});
