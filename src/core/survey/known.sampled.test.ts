import { describe, expect, it } from 'vitest';
import { windowSpread } from '../drive';
import type { Notebook } from '.';
import { demoDrive, look, measured, errorsOf, windowOf } from '../../lab/survey-notebooks';

describe('how well it is known', () => {
  it('covers the true ends of the window by ±2 sd about as often as stated', () => {
    const drive = demoDrive('orchard-rider');
    const truth = windowOf(drive);
    const trials = 60;
    let inside = 0;
    for (let seed = 1; seed <= trials; seed++) {
      const noisy = measured(drive, errorsOf(seed, 2));
      const { built, uncertainty } = look(noisy);
      const window = windowOf(built.drive!);
      const spread = windowSpread(built.drive!, drive.belts[0]!.id, window, uncertainty!)!;
      for (const [end, sd] of [
        ['shortestMm', spread.shortestSd],
        ['longestMm', spread.longestSd],
      ] as const)
        if (Math.abs(window[end]! - truth[end]!) <= 2 * sd!) inside++;
    }
    expect(inside / (2 * trials)).toBeGreaterThan(0.85);
  }, 60_000);
  it('a better tape narrows it, and exact sizes more', () => {
    const noisy = measured(demoDrive('orchard-rider'), errorsOf(3, 1));
    const sd = (part: Partial<Notebook>) => look({ ...noisy, ...part }).answer.belts[0]!.sd!;
    expect(sd({ tapeSd: 1 })).toBeLessThan(sd({}));
    expect(sd({ diameterSd: 0.01 })).toBeLessThan(sd({ diameterSd: 1 }));
  });
});
