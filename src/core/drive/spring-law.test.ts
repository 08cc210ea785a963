import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { springLaw, type SpringLaw } from './spring-law';
import { INITIAL_TENSION_RAMP_MM } from './tolerances';

type Spring = Parameters<typeof springLaw>[0];
const law = (spring: Spring, length: number): SpringLaw => {
  const out = { energy: 0, pull: 0, stiffness: 0 };
  springLaw(spring, length, out);
  return out;
};
const extension: Spring = { extension: true, freeLength: 100, rate: 2, initialTension: 15 };
const compression: Spring = { extension: false, freeLength: 100, rate: 2, initialTension: 0 };
const anySpring = fc.record({
  extension: fc.boolean(),
  freeLength: fc.double({ min: 20, max: 300, noNaN: true }),
  rate: fc.double({ min: 0.1, max: 20, noNaN: true }),
  initialTension: fc.double({ min: 0, max: 60, noNaN: true }),
});

describe('a spring', () => {
  it.each<[string, Spring, number, number]>([
    ['an extension spring that is slack pulls nothing', extension, 92, 0],
    ['at its free length neither', extension, 100, 0],
    ['stretched it pulls with its initial tension and its rate', extension, 130, 15 + 2 * 30],
    ['a compression spring that is not touched pushes nothing', compression, 110, 0],
    ['shortened it pushes by its rate', compression, 90, -20],
  ])('%s', (_, spring, length, pull) => {
    expect(law(spring, length).pull).toBeCloseTo(pull, 12);
  });
  it('its pull is the slope of its energy, and its stiffness the slope of its pull', () => {
    const step = 1e-5;
    fc.assert(
      fc.property(anySpring, fc.double({ min: -80, max: 80, noNaN: true }), (spring, stretch) => {
        // Not at the two places where the law bends.
        fc.pre(Math.abs(stretch) > 10 * step && Math.abs(stretch - INITIAL_TENSION_RAMP_MM) > 10 * step);
        const length = spring.freeLength + stretch;
        const [below, at, above] = [law(spring, length - step), law(spring, length), law(spring, length + step)];
        expect((above.energy - below.energy) / (2 * step)).toBeCloseTo(at.pull, 3);
        expect((above.pull - below.pull) / (2 * step)).toBeCloseTo(at.stiffness, 3);
      }),
    );
  });
  it('has no leap anywhere: neither its pull nor its energy', () => {
    for (const at of [0, INITIAL_TENSION_RAMP_MM])
      for (const spring of [extension, compression]) {
        const [below, above] = [law(spring, 100 + at - 1e-9), law(spring, 100 + at + 1e-9)];
        expect(above.pull).toBeCloseTo(below.pull, 3);
        expect(above.energy).toBeCloseTo(below.energy, 6);
      }
  });
  it('never decreases with travel, and never returns more energy than it took', () => {
    fc.assert(
      fc.property(
        anySpring,
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (spring, by, more) => {
          const way = spring.extension ? 1 : -1;
          const [near, far] = [law(spring, spring.freeLength + way * by), law(spring, spring.freeLength + way * (by + more))];
          expect(Math.abs(far.pull)).toBeGreaterThanOrEqual(Math.abs(near.pull) - 1e-9);
          expect(far.energy).toBeGreaterThanOrEqual(near.energy - 1e-9);
          expect(near.stiffness).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
});
