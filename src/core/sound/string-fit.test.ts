import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { normalFrom } from '../../lab/survey-sheets';
import { projectable } from './projection';
import { fallOf, fitString, ownPartials, partialHz, type FitRange, type StringShape, type Struck } from './string-fit';

const RATE = 3600;
const RANGE: FitRange = { rate: RATE, lowestHz: 10, highestHz: 1350, mostPartials: 16 };

/** Some partials of a string in noise of variance 0.75. */
function ringing(shape: StringShape, partials: readonly number[], seed: number, loudness = 30): Struck {
  const random = seededRandom(seed);
  const normal = normalFrom(random);
  const samples = Float64Array.from({ length: 2400 }, () => 0.87 * normal());
  for (const n of partials) {
    const [hz, phase] = [partialHz(shape, n), 2 * Math.PI * random()];
    for (let i = 0; i < samples.length; i++)
      samples[i]! += (loudness / n) * Math.exp(-i / RATE / fallOf(shape, n, hz)) * Math.cos((2 * Math.PI * hz * i) / RATE + phase);
  }
  return { ...projectable(samples), energy: samples.reduce((sum, v) => sum + v * v, 0), freedom: 300 };
}
const ALL = Array.from({ length: 16 }, (_, i) => i + 1);

describe.each([22, 41, 78])('a string of %d Hz', (hz) => {
  const shape: StringShape = { hz, stiffness: 3e-4, q: 20 };
  it.each([2, 3, 4, 5])('is separated from one %d times higher by the partials between', (multiple) => {
    for (const seed of [1, 2, 3]) {
      expect(ownPartials(ringing(shape, ALL, seed), shape, multiple, RANGE)).toBeGreaterThan(30);
      const higher = ALL.filter((n) => n % multiple === 0);
      expect(ownPartials(ringing(shape, higher, seed), shape, multiple, RANGE)).toBeLessThan(8);
    }
  });
  it('explains its own sound, and a comb between its partials does not', () => {
    const sound = ringing(shape, ALL, 4);
    const own = fitString(sound, shape, RANGE);
    const moved = fitString(sound, shape, RANGE, 0.5);
    expect(own.explained).toBeGreaterThan(0.9 * sound.energy);
    expect(own.evidence).toBeGreaterThan(moved.evidence + 100);
  });
});
