import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pathExtremes } from './mount';
import { compiled, twoPulleys } from './sample-drives';
import type { Drive } from './schema';
import { newSolver } from './solver';

/** Two pulleys, the second on a locked slide along the line of centres; radii of the pitch line are read from the compiled plan. */
function extremesOf({
  d1,
  d2,
  centres,
  min,
  max,
  reach,
}: {
  d1: number;
  d2: number;
  centres: number;
  min: number;
  max: number;
  reach?: [number, number];
}) {
  const drive: Drive = {
    ...twoPulleys({ d1, d2, centres, pitchLength: 2 * centres + 2 * (d1 + d2) }),
    tensioners: [{ id: 'slot', kind: 'slide', direction: 0, carries: ['driven'], min, max, locked: true, position: 0 }],
    adjusters: reach ? [{ id: 'place', label: 'Place', min: reach[0], max: reach[1], position: 0, tensioner: 'slot' }] : [],
  };
  const solver = newSolver(compiled(drive));
  const [r1, r2] = [...solver.work.belts[0]!.plan.radius];
  return { ...pathExtremes(solver.work, 0, solver.state), r1: r1!, r2: r2! };
}

/** An open belt over two pulleys, exactly: two tangents of √(c² − (R−r)²), and wraps of π ∓ 2·asin((R−r)/c). */
function openBelt(r1: number, r2: number, c: number): number {
  const lean = Math.asin((r2 - r1) / c);
  return 2 * Math.sqrt(c * c - (r2 - r1) ** 2) + r1 * (Math.PI - 2 * lean) + r2 * (Math.PI + 2 * lean);
}

describe('the shortest and the longest path', () => {
  it('of two pulleys are those at the ends of the slide, by the closed form', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 80, max: 160 }),
        fc.integer({ min: 80, max: 260 }),
        fc.integer({ min: 350, max: 700 }),
        fc.integer({ min: -40, max: 0 }),
        fc.integer({ min: 1, max: 60 }),
        (d1, d2, centres, min, max) => {
          const { shortest, longest, r1, r2 } = extremesOf({ d1, d2, centres, min, max });
          expect(shortest).toBeCloseTo(openBelt(r1, r2, centres + min), 6);
          expect(longest).toBeCloseTo(openBelt(r1, r2, centres + max), 6);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('are limited by the adjuster of a locked slide', () => {
    const { shortest, longest, r1, r2 } = extremesOf({ d1: 100, d2: 150, centres: 400, min: -30, max: 50, reach: [-5, 20] });
    expect(shortest).toBeCloseTo(openBelt(r1, r2, 395), 6);
    expect(longest).toBeCloseTo(openBelt(r1, r2, 420), 6);
  });
  it('are the same where nothing moves', () => {
    const { shortest, longest } = extremesOf({ d1: 100, d2: 150, centres: 400, min: 0, max: 0.0001 });
    expect(longest - shortest).toBeLessThan(1e-3);
  });
});
