import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { normalFrom } from '../../lab/survey-sheets';
import { onsetsIn } from './onsets';

const RATE = 3600;
/** When the blows are, s. */
const BLOWS = [0.6, 1.35, 2.2];
const SEEDS = Array.from({ length: 40 }, (_, i) => i + 1);

/** Noise with a voice that swells and fades, and blows that ring for a tenth of a second. */
function sound({ voice, blows }: { readonly voice: number; readonly blows: readonly number[] }, seed = 8) {
  const normal = normalFrom(seededRandom(seed));
  const samples = Float64Array.from({ length: 3 * RATE }, (_, i) => {
    const t = i / RATE;
    const swells = Math.max(0, Math.sin(2 * Math.PI * 2.3 * t));
    const blow = blows.filter((at) => at <= t).reduce((sum, at) => sum + 20 * Math.exp((at - t) / 0.1), 0);
    return normal() + voice * swells * Math.sin(2 * Math.PI * 170 * t) + blow * Math.sin(2 * Math.PI * 90 * t);
  });
  return { samples, rate: RATE, lowestHz: 10, highestHz: 1350 };
}
const starts = (of: ReturnType<typeof sound>) => onsetsIn(of).map(({ from }) => from / RATE);

describe('onsets', () => {
  it('are at the start of blows', () => {
    const found = starts(sound({ voice: 0, blows: BLOWS }));
    expect(found).toHaveLength(3);
    for (const [i, at] of BLOWS.entries()) expect(Math.abs(found[i]! - at)).toBeLessThan(0.01);
  });
  /** The noise and the voice cover some blows, and pass for some. Each bound leaves 4 of 40 for chance. */
  it('are sharpest at blows, though syllables are as loud', () => {
    const heard = SEEDS.map((seed) => {
      const found = onsetsIn(sound({ voice: 8, blows: BLOWS }, seed)).sort((a, b) => b.rise + b.attack - a.rise - a.attack);
      const sharpest = found.slice(0, 3).map(({ from }) => from / RATE);
      return {
        all: BLOWS.every((at) => sharpest.some((found) => Math.abs(found - at) < 0.01)),
        clear: found.slice(3).every(({ attack }) => attack < found[2]!.attack / 2),
      };
    });
    expect(heard.filter(({ all }) => all).length).toBeGreaterThanOrEqual(29);
    expect(heard.filter(({ clear }) => clear).length).toBeGreaterThanOrEqual(33);
  });
  it('are rarely found in syllables alone', () => {
    expect(SEEDS.filter((seed) => onsetsIn(sound({ voice: 8, blows: [] }, seed)).length > 0).length).toBeLessThanOrEqual(8);
  });
});
