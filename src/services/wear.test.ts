import { describe, expect, it } from 'vitest';
import { seededRandom } from '../core/drive';
import { wearForecast, type WearAsk } from '../core/wear';
import { drawWear } from '../lab/wear-simulation';
import { answerWear, newFleet } from './wear';

const random = seededRandom(5);
const asks: WearAsk[] = Array.from({ length: 6 }, () => {
  const { readings, minimum, newWidth } = drawWear({ visits: 4 }, random);
  return { readings, minimum, newWidth };
});

describe('many belts together', () => {
  it('are answered in order, cached or new, as each alone', () => {
    const fleet = newFleet();
    const first = fleet(asks);
    expect(first).toEqual(asks.map(wearForecast));
    const again = fleet([...asks].reverse());
    expect(again).toEqual([...first].reverse());
    // Cached, not computed again.
    expect(again[0]).toBe(first.at(-1));
  });
  it('a reading more is a new log', () => {
    const fleet = newFleet();
    const [one] = asks;
    const [before] = fleet([one!]);
    const longer = {
      ...one!,
      readings: [...one!.readings, { ...one!.readings.at(-1)!, meter: one!.readings.at(-1)!.meter * 1.4, date: '' }],
    };
    expect(fleet([longer])[0]!.readings).toHaveLength(before!.readings.length + 1);
  });
  it('starts the drawn forecast at the last reading, and ends it past the likely end', () => {
    const { forecast, curve } = answerWear(asks[0]!);
    const now = Math.max(...asks[0]!.readings.map((r) => r.meter));
    expect(curve[0]!.meter).toBeCloseTo(now, 9);
    expect(curve.at(-1)!.meter).toBeGreaterThan(now);
    expect(curve[0]!.p50).toBeCloseTo(forecast.current.width, 6);
  });
});
