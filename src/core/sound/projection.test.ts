import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { project, projectable } from './projection';

const random = seededRandom(5);
const RATE = 3600;
const noise = Float64Array.from({ length: 2400 }, () => random() - 0.5);

/** The defining sum, sample by sample. */
function byDefinition(y: Float64Array, omega: number, fall: number, end: number): [number, number] {
  let [re, im] = [0, 0];
  for (let i = 0; i < Math.min(end, y.length); i++) {
    re += y[i]! * Math.exp(-i / fall) * Math.cos(omega * i);
    im += y[i]! * Math.exp(-i / fall) * Math.sin(omega * i);
  }
  return [re, im];
}

describe('the product of a sound with a damped oscillation', () => {
  it.each([11, 25, 37, 60, 75, 110, 150, 300, 900, 1300])('at %d Hz is that of the defining sum, slow or fast, short or long', (hz) => {
    for (const q of [6, 15, 40]) {
      const omega = (2 * Math.PI * hz) / RATE;
      const fall = (q / (Math.PI * hz)) * RATE;
      for (const length of [37, 400, 2400]) {
        const y = noise.subarray(0, length);
        const [re, im] = project(projectable(y), omega, fall, length);
        const [wantedRe, wantedIm] = byDefinition(y, omega, fall, length);
        // Relative to the value for noise of this loudness, since the sum may be close to 0.
        const usual = Math.sqrt((Math.min(fall / 2, length) + 1) / 12);
        expect(Math.hypot(re - wantedRe, im - wantedIm)).toBeLessThan(0.03 * usual);
      }
    }
  });
});
