import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { seededRandom } from '../drive';
import { shapeAt, type Slant } from './shapes';
import { between, improvedSlant, placeIn, slantsOfShapes, type SeenShape } from './slants';

const PICTURE = { width: 900, height: 700 };

/** Shapes that a slant has at places of the picture, with errors, and every `wrong`-th a shape of its own. */
function seenWith(slant: Slant, seed: number, error: number, wrong = Infinity): SeenShape[] {
  const random = seededRandom(seed);
  return Array.from({ length: 12 }, (_, k) => {
    const place = placeIn(PICTURE, 900 * random(), 700 * random());
    const { ratio, angle } = shapeAt(slant, ...place);
    const shape =
      (k + 1) % wrong === 0
        ? { ratio: 0.6 + 0.4 * random(), angle: 3 * random() }
        : { ratio: ratio + error * (random() - 0.5), angle: angle + error * (random() - 0.5) };
    return { place, shape, weight: 0.5 + random() };
  });
}

const slants = fc.record({ tilt: fc.double({ min: 0.12, max: 0.6, noNaN: true }), toward: fc.double({ min: 0, max: 6.2, noNaN: true }) });

describe('the slant of a camera', () => {
  it('is improved to a fraction of a degree by shapes with small errors', () => {
    fc.assert(
      fc.property(slants, fc.integer(), (slant, seed) => {
        const off = { tilt: slant.tilt + 0.05, toward: slant.toward + 0.1 };
        expect(between(improvedSlant(off, seenWith(slant, seed, 0.004)), slant)).toBeLessThan(0.03);
      }),
    );
  });

  it('stays right with a wrong shape among every four', () => {
    fc.assert(
      fc.property(slants, fc.integer(), (slant, seed) => {
        const off = { tilt: slant.tilt + 0.04, toward: slant.toward };
        expect(between(improvedSlant(off, seenWith(slant, seed, 0.004, 4)), slant)).toBeLessThan(0.05);
      }),
    );
  });

  it('is known without a first one, from the rims that are marked', () => {
    fc.assert(
      fc.property(slants, fc.integer(), (slant, seed) => {
        const [best] = slantsOfShapes(seenWith(slant, seed, 0), 3);
        expect(between(best!, slant)).toBeLessThan(0.08);
      }),
    );
  });

  it('does not move without shapes', () => {
    const slant = { tilt: 0.3, toward: 1 };
    expect(improvedSlant(slant, [])).toEqual(slant);
  });
});
