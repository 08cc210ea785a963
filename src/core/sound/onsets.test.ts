import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { normalFrom } from '../survey/sample-sheets';
import { onsetsIn } from './onsets';

const RATE = 3600;

/** Noise with a voice that swells and fades, and blows that ring for a tenth of a second. */
function sound({ voice, blows }: { readonly voice: number; readonly blows: readonly number[] }) {
  const random = seededRandom(8);
  const normal = normalFrom(random);
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
    const found = starts(sound({ voice: 0, blows: [0.6, 1.35, 2.2] }));
    expect(found).toHaveLength(3);
    for (const [i, at] of [0.6, 1.35, 2.2].entries()) expect(Math.abs(found[i]! - at)).toBeLessThan(0.01);
  });
  it('are sharpest at blows, though syllables are as loud', () => {
    const found = onsetsIn(sound({ voice: 8, blows: [0.6, 1.35, 2.2] })).sort((a, b) => b.rise + b.attack - a.rise - a.attack);
    const sharpest = found.slice(0, 3).map(({ from }) => from / RATE);
    for (const at of [0.6, 1.35, 2.2]) expect(Math.min(...sharpest.map((f) => Math.abs(f - at)))).toBeLessThan(0.01);
    for (const { attack } of found.slice(3)) expect(attack).toBeLessThan(found[2]!.attack / 2);
  });
  it('are not found in syllables alone', () => {
    expect(starts(sound({ voice: 8, blows: [] }))).toEqual([]);
  });
});
