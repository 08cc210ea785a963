import { expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { drawWear } from '../../lab/wear-simulation';
import { wearForecast } from '.';

it('simulated belts: the 80% range covers 70 to 92%, and ‘replace’ is correct in at least 94%', () => {
  const random = seededRandom(7);
  const belts = 120;
  let [held, right, asked] = [0, 0, 0];
  for (let i = 0; i < belts; i++) {
    const drawn = drawWear({ visits: 1 + Math.floor(8 * random()) }, random);
    const { remaining, verdict } = wearForecast({ readings: drawn.readings, minimum: drawn.minimum, newWidth: drawn.newWidth });
    if (!remaining) continue;
    asked++;
    const is = Math.max(0, drawn.remaining);
    if (remaining.p10 <= is && is <= remaining.p90) held++;
    if ((verdict === 'replace') === drawn.remaining <= 0) right++;
  }
  expect(held / asked).toBeGreaterThan(0.7);
  expect(held / asked).toBeLessThan(0.92);
  expect(right / asked).toBeGreaterThan(0.94);
});
