import { describe, expect, it } from 'vitest';
import {
  chanceOf,
  DEFAULT_MATCH,
  judgeBelt,
  lengthWindow,
  newMatcher,
  rankBelts,
  readCandidate,
  tryLength,
  windowByAdjuster,
  type Candidate,
  type LengthWindow,
} from './match';
import { compiled, demoDrive, twoPulleys } from './sample-drives';
import { windowSpread } from './uncertainty';
import { seededRandom, variationsThatWork } from './variation';

const matcherOf = (name: string, belt?: string) => newMatcher(compiled(demoDrive(name)), belt)!;

function judge(name: string, candidates: Candidate[]) {
  const matcher = matcherOf(name);
  const window = lengthWindow(matcher);
  const judged = candidates.map((c) => {
    const read = readCandidate(c, matcher.section);
    if (!read.ok) throw new Error(read.problem);
    return judgeBelt(matcher, window, c.id, read, c.toleranceMm);
  });
  return { matcher, window, ranked: rankBelts(judged, window), of: (id: string) => judged.find((j) => j.id === id)! };
}

describe('the orchard rider', () => {
  const shelf: Candidate[] = ['4L475', '4L480', '4L485', 'A46', 'B45', '3L480'].map((designation) => ({ id: designation, designation }));

  it('takes the right belt and says why it does not take the others', () => {
    const { of } = judge('orchard-rider', shelf);
    expect(of('4L480')).toMatchObject({ verdict: 'fits', reasons: [] });
    expect(of('4L475')).toMatchObject({ verdict: 'too-short', reasons: ['still-stretched'] });
    expect(of('4L475').disengaged).toMatchObject({ brakeOn: true, slack: 0 });
    expect(of('4L475').disengaged.stretchMm).toBeCloseTo(1.492, 2);
    expect(of('4L485')).toMatchObject({ verdict: 'too-long', reasons: ['slips'] });
    expect(of('4L485').engaged.tension).toBeLessThan(of('4L485').engaged.floorN);
    expect(of('A46')).toMatchObject({ verdict: 'marginal' });
    expect(of('B45')).toMatchObject({ verdict: 'wrong-section', reasons: ['rides-proud'], chance: 0 });
    expect(of('3L480')).toMatchObject({ verdict: 'wrong-section', reasons: ['bottoms-out'] });
  });

  it('ranks what runs before what does not', () => {
    const { ranked } = judge('orchard-rider', shelf);
    expect(ranked.map((b) => b.verdict)).toEqual(['fits', 'marginal', 'too-long', 'too-short', 'wrong-section', 'wrong-section']);
  });

  it('has a window whose edges are where a length stops working', () => {
    const { matcher, window } = judge('orchard-rider', []);
    const works = (mm: number) => tryLength(matcher, mm).failures.length === 0;
    expect(window.intervals).toHaveLength(1);
    expect([works(window.shortestMm! - 1e-4), works(window.shortestMm! + 1e-4)]).toEqual([false, true]);
    expect([works(window.longestMm! - 1e-4), works(window.longestMm! + 1e-4)]).toEqual([true, false]);
  });

  it('judges a length the same by any of its names', () => {
    const { of } = judge('orchard-rider', [
      { id: 'number', designation: '4L480' },
      { id: 'outside', lengthMm: 1219.2, reference: 'outside' },
      { id: 'inside', lengthMm: 1219.2 - 2 * Math.PI * 7.9, reference: 'inside', section: '4L' },
      { id: 'bare', designation: '48 in' },
    ]);
    for (const id of ['outside', 'inside', 'bare']) expect(of(id).engaged.tension).toBeCloseTo(of('number').engaged.tension, 6);
  });

  it('a length tolerance that reaches over an edge makes it marginal', () => {
    const { of } = judge('orchard-rider', [
      { id: 'exact', designation: '4L480', toleranceMm: 0.1 },
      { id: 'loose', designation: '4L480', toleranceMm: 11 },
    ]);
    expect(of('exact').verdict).toBe('fits');
    expect(of('loose')).toMatchObject({ verdict: 'marginal', reasons: ['short-end-of-tolerance', 'long-end-of-tolerance'] });
    expect(of('loose').chance).toBeLessThan(of('exact').chance);
  });

  it('leaves the drive as it was', () => {
    const matcher = matcherOf('orchard-rider');
    const before = matcher.solver.compiled.belts[0]!.pitchLength;
    lengthWindow(matcher);
    windowByAdjuster(matcher, 'cable', [0, 8, 16]);
    expect(matcher.solver.compiled.belts[0]!.pitchLength).toBe(before);
    expect(tryLength(matcher, 1219.2)).toEqual(tryLength(matcherOf('orchard-rider'), 1219.2));
  });

  it('shortening the cable lets longer belts grip', () => {
    const [none, , full] = windowByAdjuster(matcherOf('orchard-rider'), 'cable', [0, 8, 16]);
    expect(full!.window.gripsToMm!).toBeGreaterThan(none!.window.gripsToMm!);
  });
});

describe('other drives', () => {
  it('one that is always tight is not asked to let go', () => {
    const window = lengthWindow(matcherOf('lighthouse-generator'));
    expect(window.letsGoFromMm).toBe(-Infinity);
    expect(window.gripsToMm).toBeGreaterThan(1100);
  });
  it('each of two belts is judged in its own place', () => {
    const pto = lengthWindow(matcherOf('sickle-bar-tractor', 'pto-belt'));
    const bar = lengthWindow(matcherOf('sickle-bar-tractor', 'bar-belt'));
    expect(pto.longestMm!).toBeLessThan(bar.shortestMm!);
    expect(newMatcher(compiled(demoDrive('sickle-bar-tractor')), 'nobody')).toBeUndefined();
  });
  it('without a load says so, and still judges release and stops', () => {
    const drive = demoDrive('orchard-rider');
    delete drive.pulleys[1]!.powerKw;
    const matcher = newMatcher(compiled(drive))!;
    const read = readCandidate({ id: 'x', designation: '4L480' }, matcher.section);
    if (!read.ok) throw new Error();
    expect(judgeBelt(matcher, lengthWindow(matcher), 'x', read).reasons).toEqual(['load-unknown']);
  });
  it('a grooved pulley driven from the back asks for a double belt', () => {
    const drive = twoPulleys({ pitchLength: 1170 });
    drive.belts[0]!.route[1]!.contact = 'v';
    drive.pulleys.push({ id: 'over', role: 'driven', x: 200, y: 70, outsideDiameter: 60, face: 'v' });
    drive.belts[0]!.route.push({ pulley: 'over', contact: 'back' });
    expect(newMatcher(compiled(drive))!.demands).toEqual({ bendsBack: true, drivesFromBack: true });
  });
});

describe('chance', () => {
  const window = (intervals: [number, number][]): LengthWindow => ({
    shortestMm: 0,
    longestMm: 0,
    letsGoFromMm: 0,
    gripsToMm: 0,
    intervals,
  });
  it.each([
    [0, 1, 0.6826894921],
    [0, 2, 0.9544997361],
    [0, 3, 0.9973002039],
  ])('within ±%i+%i sd', (mean, k, mass) => {
    expect(chanceOf(window([[-k, k]]), mean, 1)).toBeCloseTo(mass, 6);
  });
  it('agrees with summing the density over a window in two pieces', () => {
    const pieces: [number, number][] = [
      [1, 2.5],
      [4, 4.2],
    ];
    const density = (x: number) => Math.exp(-((x - 2) ** 2) / (2 * 0.8 ** 2)) / (0.8 * Math.sqrt(2 * Math.PI));
    let sum = 0;
    for (const [a, b] of pieces) for (let i = 0; i < 20000; i++) sum += (density(a + ((i + 0.5) * (b - a)) / 20000) * (b - a)) / 20000;
    expect(chanceOf(window(pieces), 2, 0.8)).toBeCloseTo(sum, 6);
  });
  it('is all or nothing for a length known exactly, and whole for an endless window', () => {
    expect(chanceOf(window([[1, 2]]), 1.5, 0)).toBe(1);
    expect(chanceOf(window([[1, 2]]), 3, 0)).toBe(0);
    expect(chanceOf(window([[-Infinity, Infinity]]), 3, 1)).toBe(1);
    expect(chanceOf(window([]), 3, 1)).toBe(0);
  });
});

describe('many uncertain inputs at once', () => {
  const share = (spread: { springRateShare: number; diameterMm: number; lengthMm: number }, mm = 1219.2) => {
    let last = { done: 0, works: 0 };
    for (const tally of variationsThatWork(demoDrive('orchard-rider'), 'blade', mm, spread, 300, seededRandom(5), DEFAULT_MATCH))
      last = tally;
    return last.works / last.done;
  };
  it('with nothing uncertain always or never works', () => {
    expect(share({ springRateShare: 0, diameterMm: 0, lengthMm: 0 })).toBe(1);
    expect(share({ springRateShare: 0, diameterMm: 0, lengthMm: 0 }, 1206.5)).toBe(0);
  });
  it('with only the length uncertain agrees with the closed form', () => {
    const edge = lengthWindow(matcherOf('orchard-rider')).longestMm!;
    expect(Math.abs(share({ springRateShare: 0, diameterMm: 0, lengthMm: 6 }, edge) - 0.5)).toBeLessThan(0.09);
  });
  it('with a measured drive agrees with the chance that the window’s own spread gives', () => {
    const drive = demoDrive('orchard-rider');
    const matcher = matcherOf('orchard-rider');
    const window = lengthWindow(matcher);
    const measured = {
      paths: ['pulleys[1].y', 'pulleys[1].x'],
      base: [drive.pulleys[1]!.y, drive.pulleys[1]!.x],
      errors: [
        [3, 0],
        [0, 3],
      ],
    };
    const ends = windowSpread(drive, 'blade', window, measured)!;
    const mm = window.longestMm! - ends.longestSd!;
    let last = { done: 0, works: 0 };
    for (const tally of variationsThatWork(
      drive,
      'blade',
      mm,
      { springRateShare: 0, diameterMm: 0, lengthMm: 0, measured },
      400,
      seededRandom(5),
      DEFAULT_MATCH,
    ))
      last = tally;
    const read = readCandidate({ id: 'x', lengthMm: mm, reference: 'outside' }, matcher.section);
    if (!read.ok) throw new Error(read.problem);
    const { chance } = judgeBelt(matcher, window, 'x', read, 1e-6, ends);
    expect(chance).toBeCloseTo(0.84, 1);
    expect(Math.abs(last.works / last.done - chance)).toBeLessThan(0.06);
  });
  it('is the same for the same seed', () => {
    const spread = { springRateShare: 0.1, diameterMm: 0.5, lengthMm: 5.4 };
    expect(share(spread, 1226)).toBe(share(spread, 1226));
  });
});
