import { compileDrive } from './compile';
import { newMatcher } from './matcher';
import { evaluateLength } from './trial';
import type { Drive } from './schema';
import type { MatchSettings } from './settings';
import { driveWith, type Uncertainty } from './uncertainty';

/** How far the inputs may be off: shares and mm, each taken as ±3 standard deviations. */
export interface Spread {
  readonly springRateShare: number;
  readonly diameterMm: number;
  readonly lengthMm: number;
  /** Uncertainty from a survey, which is drawn too. */
  readonly measured?: Uncertainty;
}

/**
 * Mulberry32: a small generator of even quality, seeded, so that the same question gets the same answer. Public domain,
 * T. Ettinger. A practice code names its machine by this sequence, so it does not change.
 */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * Share of drives that run when belt length, spring rates and pulley diameters are uncertain together, by sampling. A
 * generator, so that a worker can report progress and stop: yields the count after each draw.
 * @param outsideMm nominal outside length of the evaluated belt
 * @param random uniform numbers in [0, 1)
 */
export function* variationsThatWork(
  drive: Drive,
  beltId: string,
  outsideMm: number,
  spread: Spread,
  draws: number,
  random: () => number,
  settings?: MatchSettings,
): Generator<{ done: number; works: number }> {
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  let works = 0;
  for (let done = 1; done <= draws; done++) {
    const { measured } = spread;
    const base = measured ? driveWith(drive, measured, measured.errors.map(normal)) : drive;
    const varied: Drive = {
      ...base,
      pulleys: base.pulleys.map((p) => ({ ...p, outsideDiameter: p.outsideDiameter + (normal() * spread.diameterMm) / 3 })),
      springs: base.springs.map((s) => ({ ...s, rate: s.rate * (1 + (normal() * spread.springRateShare) / 3) })),
    };
    const made = compileDrive(varied);
    const matcher = made.ok ? newMatcher(made.compiled, beltId, settings) : undefined;
    if (matcher && evaluateLength(matcher, outsideMm + (normal() * spread.lengthMm) / 3).failures.length === 0) works++;
    yield { done, works };
  }
}
