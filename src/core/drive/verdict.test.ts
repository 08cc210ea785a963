import { describe, expect, it } from 'vitest';
import { readCandidate, type Candidate } from './candidate';
import { fitProbability } from './fit-probability';
import { assessBelt, rankBelts } from './verdict';
import { newMatcher } from './matcher';
import { evaluateLength } from './trial';
import { compiled, demoDrive, driveOf, twoPulleys } from './sample-drives';
import type { Drive } from './schema';
import { DEFAULT_MATCH } from './settings';
import { windowSpread } from './uncertainty';
import { seededRandom, variationsThatWork } from './variation';
import { lengthWindow, windowByAdjuster, type LengthWindow } from './window';

const matcherOf = (name: string, belt?: string) => newMatcher(compiled(demoDrive(name)), belt)!;

function judge(name: string, candidates: Candidate[]) {
  const matcher = matcherOf(name);
  const window = lengthWindow(matcher);
  const judged = candidates.map((c) => {
    const read = readCandidate(c, matcher.section);
    if (!read.ok) throw new Error(read.problem);
    return assessBelt(matcher, window, c.id, read, c.toleranceMm);
  });
  return { matcher, window, ranked: rankBelts(judged, window), of: (id: string) => judged.find((j) => j.id === id)! };
}

describe('the orchard rider', () => {
  const shelf: Candidate[] = ['4L475', '4L480', '4L485', 'A46', 'B45', '3L480'].map((designation) => ({ id: designation, designation }));

  it('accepts the correct belt and reports why others do not run', () => {
    const { of } = judge('orchard-rider', shelf);
    // It has 133 of 191 N under load, but too little once it has stretched. Half an inch of slack is too little to fit
    // it over a rim.
    expect(of('4L480')).toMatchObject({ verdict: 'marginal', reasons: ['no-stretch-reserve', 'hard-to-mount'], stretched: ['slips'] });
    expect(of('4L480').engaged.running).toBeCloseTo(132.96, 1);
    expect(of('4L475')).toMatchObject({ verdict: 'too-short', reasons: ['still-stretched'] });
    expect(of('4L475').disengaged).toMatchObject({ brakeOn: true, slack: 0 });
    expect(of('4L475').disengaged.stretchMm).toBeCloseTo(1.492, 2);
    expect(of('4L485')).toMatchObject({ verdict: 'too-long', reasons: ['slips'] });
    expect(of('4L485').engaged.tension).toBeLessThan(of('4L485').engaged.floorN);
    expect(of('A46')).toMatchObject({ verdict: 'marginal', reasons: expect.arrayContaining(['long-end-of-tolerance']) });
    expect(of('B45')).toMatchObject({ verdict: 'wrong-section', reasons: ['rides-proud'], chance: 0 });
    expect(of('3L480')).toMatchObject({ verdict: 'wrong-section', reasons: ['bottoms-out'] });
  });

  it('ranks what runs before what does not', () => {
    const { ranked } = judge('orchard-rider', shelf);
    expect(ranked.map((b) => b.verdict)).toEqual(['marginal', 'marginal', 'too-short', 'too-long', 'wrong-section', 'wrong-section']);
  });

  it('has a window with edges at which lengths stop running', () => {
    const { matcher, window } = judge('orchard-rider', []);
    const works = (mm: number) => evaluateLength(matcher, mm).failures.length === 0;
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
    expect(of('exact').reasons).toEqual(['no-stretch-reserve', 'hard-to-mount']);
    expect(of('loose').reasons).toEqual(['short-end-of-tolerance', 'long-end-of-tolerance', 'no-stretch-reserve', 'hard-to-mount']);
    expect(of('loose').chance).toBeLessThan(of('exact').chance);
  });

  it('leaves the drive as it was', () => {
    const matcher = matcherOf('orchard-rider');
    const before = matcher.solver.work.belts[0]!.pitchLength;
    lengthWindow(matcher);
    windowByAdjuster(matcher, 'cable', [0, 8, 16]);
    expect(matcher.solver.work.belts[0]!.pitchLength).toBe(before);
    expect(evaluateLength(matcher, 1219.2)).toEqual(evaluateLength(matcherOf('orchard-rider'), 1219.2));
  });

  it('shortening the cable lets longer belts grip', () => {
    const [none, , full] = windowByAdjuster(matcherOf('orchard-rider'), 'cable', [0, 8, 16]);
    expect(full!.window.gripMaxMm!).toBeGreaterThan(none!.window.gripMaxMm!);
  });
});

describe('other drives', () => {
  it('the airstrip mower runs on its own belt, with room to get it on and stretch to spare', () => {
    const { of } = judge('airstrip-mower', [{ id: 'own', designation: 'B105' }]);
    expect(of('own')).toMatchObject({ verdict: 'fits', reasons: [], tooShort: false, tooLong: false });
  });
  it('each of two belts is judged in its own place', () => {
    const pto = lengthWindow(matcherOf('peat-road-tractor', 'pto-belt'));
    const bar = lengthWindow(matcherOf('peat-road-tractor', 'bar-belt'));
    expect(pto.longestMm!).toBeLessThan(bar.shortestMm!);
    expect(newMatcher(compiled(demoDrive('peat-road-tractor')), 'nobody')).toBeUndefined();
  });
  it('without a load is reported, and still assesses release and stops', () => {
    const drive = demoDrive('orchard-rider');
    delete drive.pulleys[1]!.powerKw;
    const matcher = newMatcher(compiled(drive))!;
    const read = readCandidate({ id: 'x', designation: '4L480' }, matcher.section);
    if (!read.ok) throw new Error();
    expect(assessBelt(matcher, lengthWindow(matcher), 'x', read).reasons).toEqual(['hard-to-mount', 'load-unknown']);
  });
  it('needs a double belt for a grooved pulley driven from the back', () => {
    const drive = twoPulleys({ pitchLength: 1170 });
    drive.belts[0]!.route[1]!.contact = 'v';
    drive.pulleys.push({ id: 'over', role: 'driven', x: 200, y: 70, outsideDiameter: 60, face: 'v' });
    drive.belts[0]!.route.push({ pulley: 'over', contact: 'back' });
    expect(newMatcher(compiled(drive))!.demands).toEqual({ bendsBack: true, drivesFromBack: true });
  });
});

describe('each end of the window', () => {
  const own = (drive: Drive, beltId: string) => {
    const matcher = newMatcher(compiled(drive), beltId)!;
    return { matcher, at: (mm: number) => evaluateLength(matcher, mm) };
  };

  it('a brake still on while driving is too short', () => {
    const drive = demoDrive('orchard-rider');
    drive.brakes[0]!.appliesAt = -52;
    const { matcher, at } = own(drive, 'blade');
    for (let mm = 1213; mm <= 1219; mm++) {
      expect(at(mm)).toMatchObject({ tooShort: true, engaged: { brakeOn: true } });
      expect(at(mm).failures).toContain('brake-stays-on');
    }
    const window = lengthWindow(matcher);
    expect(window.shortestMm).toBeGreaterThan(1222);
    expect(at(window.shortestMm! + 0.01).engaged.brakeOn).toBe(false);
  });

  it('does not need release in a drive without moving parts, and is assessed at the upper end', () => {
    const matcher = matcherOf('lighthouse-generator');
    expect(matcher).toMatchObject({ released: null, letsGo: false });
    const short = evaluateLength(matcher, 1134.4 - 60);
    expect(short.failures).toEqual(expect.arrayContaining(['over-ceiling', 'cannot-be-mounted']));
    expect(short.tooShort).toBe(true);
    const window = lengthWindow(matcher);
    const edge = evaluateLength(matcher, window.shortestMm! - 0.01);
    expect(edge.failures).toEqual(['cannot-be-mounted']);
    expect(evaluateLength(matcher, window.shortestMm! + 0.01).failures).toEqual([]);
    expect(edge.disengaged.slack).toBe(0);
  });

  it('a belt that is tight for life need not go slack, and no length is right however short', () => {
    const drive = demoDrive('peat-road-tractor');
    const asked = { ...drive, belts: drive.belts.map(({ alwaysTight: _, ...b }) => b) };
    const { at } = own(drive, 'bar-belt');
    expect(at(1252).failures).toEqual([]);
    expect(own(asked as Drive, 'bar-belt').at(1252).failures).toContain('still-stretched');
    expect(at(1200).failures).toContain('cannot-be-mounted');
  });

  it('a resting tension over a bearing’s ceiling is too short, and names the bearing', () => {
    const drive = demoDrive('airstrip-mower');
    const usual = lengthWindow(own(drive, 'deck').matcher);
    drive.pulleys.find((p) => p.id === 'right')!.bearing = { dynamicRating: 4200 };
    const { matcher, at } = own(drive, 'deck');
    const window = lengthWindow(matcher);
    expect(window.shortestMm!).toBeGreaterThan(usual.shortestMm! + 1);
    const over = at(window.shortestMm! - 0.05);
    expect(over.failures).toEqual(['over-ceiling']);
    expect(over.engaged.tension).toBeGreaterThan(over.engaged.ceilingN!);
    expect(over.engaged.ceilingFrom).toBe('right');
  });

  it('is too short if the slackened path is over 0.8% longer, and has no margin with little spare belt', () => {
    const drive = twoPulleys({ pitchLength: 1200 });
    delete drive.pulleys[1]!.powerKw;
    const { matcher, at } = own(drive, 'belt');
    const path = matcher.solver.work.belts[0]!.drawnLength;
    const outside = (pitch: number) => pitch + 2 * Math.PI * 3.6;
    expect(at(outside(path / 1.0081)).failures).toContain('cannot-be-mounted');
    expect(at(outside(path / 1.0079)).failures).not.toContain('cannot-be-mounted');
    expect(at(outside(path / 1.0079)).mountingSlackMm).toBeCloseTo(path / 1.0079 - path, 6);
  });

  it('slackens an adjuster of a locked tensioner for fitting', () => {
    const matcher = matcherOf('slipway-wood-hog');
    const b90 = readCandidate({ id: 'x', designation: '3/B90' }, matcher.section);
    if (!b90.ok) throw new Error(b90.problem);
    const loose = evaluateLength(matcher, b90.outsideMm);
    expect(loose.failures).toEqual(['slips']);
    const [first, tighter] = windowByAdjuster(matcher, 'rods', [2.5, 6]);
    // Two strands, and the bed moves along the line of centres.
    expect(tighter!.window.gripMaxMm! - first!.window.gripMaxMm!).toBeGreaterThan(6.9);
    expect(tighter!.window.gripMaxMm! - first!.window.gripMaxMm!).toBeLessThan(7.1);
    // The bearing of the drum limits the short end, which moves by the same amount.
    expect(tighter!.window.releaseMinMm! - first!.window.releaseMinMm!).toBeCloseTo(6.9, 0);
  });

  it('a long belt that would draw its idler through the opposite strand collides', () => {
    const drive = demoDrive('orchard-rider');
    drive.tensioners[0]!.min = -150;
    const { at } = own(drive, 'blade');
    const far = at(1320);
    expect(far.tooLong).toBe(true);
    expect(far.failures.some((f) => f === 'collides' || f === 'does-not-settle')).toBe(true);
  });

  it('reports the effect of stretch', () => {
    const { of } = judge('orchard-rider', [{ id: 'own', designation: '4L480' }]);
    expect(of('own').stretched).toEqual(['slips']);
  });
});

describe('the cost of a match', () => {
  /** One belt over a driver and a driven pulley with `count` independent sprung idlers along a long span. */
  const manyIdlers = (count: number) =>
    driveOf({
      pulleys: [
        { id: 'a', role: 'driver', x: 0, y: 0, outsideDiameter: 120, face: 'v', rpm: 2000 },
        { id: 'b', role: 'driven', x: 260 * (count + 1), y: 0, outsideDiameter: 120, face: 'v', powerKw: 1 },
        ...Array.from({ length: count }, (_, i) => ({
          id: `i${i}`,
          role: 'idler',
          x: 260 * (i + 1),
          y: 95,
          outsideDiameter: 60,
          face: 'flat',
        })),
      ],
      belts: [
        {
          id: 'belt',
          section: 'A',
          length: { value: 520 * (count + 1) + 400 + 12 * count, reference: 'pitch' },
          route: [
            { pulley: 'a', contact: 'v' },
            { pulley: 'b', contact: 'v' },
            ...Array.from({ length: count }, (_, i) => ({ pulley: `i${count - 1 - i}`, contact: 'back' })),
          ],
        },
      ],
      tensioners: Array.from({ length: count }, (_, i) => ({
        id: `t${i}`,
        kind: 'slide',
        direction: -90,
        carries: [`i${i}`],
        min: -10,
        max: 90,
      })),
      springs: Array.from({ length: count }, (_, i) => ({
        id: `s${i}`,
        kind: 'extension',
        freeLength: 60,
        rate: 2,
        from: { body: 'frame', x: 260 * (i + 1), y: -100, leverTravel: { dx: 0, dy: -60 } },
        to: { body: `t${i}`, x: 260 * (i + 1), y: 30 },
      })),
    });
  const work = (count: number) => {
    const matcher = newMatcher(compiled(manyIdlers(count)))!;
    let evaluations = 0;
    const { state } = matcher.solver;
    const fill = state.gradient.fill.bind(state.gradient);
    state.gradient.fill = (value: number) => {
      evaluations++;
      return fill(value);
    };
    const window = lengthWindow(matcher);
    return { evaluations, window };
  };
  it('grows with the tensioners, not with the corners of their travel', () => {
    const two = work(2).evaluations;
    const eight = work(8).evaluations;
    expect(two).toBeGreaterThan(500);
    expect(eight / two).toBeLessThan(16);
  });
});

describe('chance', () => {
  const window = (intervals: [number, number][]): LengthWindow => ({
    shortestMm: 0,
    longestMm: 0,
    releaseMinMm: 0,
    gripMaxMm: 0,
    intervals,
  });
  it.each([
    [0, 1, 0.6826894921],
    [0, 2, 0.9544997361],
    [0, 3, 0.9973002039],
  ])('within ±%i+%i sd', (mean, k, mass) => {
    expect(fitProbability(window([[-k, k]]), mean, 1)).toBeCloseTo(mass, 6);
  });
  it('agrees with summing the density over a window in two pieces', () => {
    const pieces: [number, number][] = [
      [1, 2.5],
      [4, 4.2],
    ];
    const density = (x: number) => Math.exp(-((x - 2) ** 2) / (2 * 0.8 ** 2)) / (0.8 * Math.sqrt(2 * Math.PI));
    let sum = 0;
    for (const [a, b] of pieces) for (let i = 0; i < 20000; i++) sum += (density(a + ((i + 0.5) * (b - a)) / 20000) * (b - a)) / 20000;
    expect(fitProbability(window(pieces), 2, 0.8)).toBeCloseTo(sum, 6);
  });
  it('is all or nothing for a length known exactly, and whole for an endless window', () => {
    expect(fitProbability(window([[1, 2]]), 1.5, 0)).toBe(1);
    expect(fitProbability(window([[1, 2]]), 3, 0)).toBe(0);
    expect(fitProbability(window([[-Infinity, Infinity]]), 3, 1)).toBe(1);
    expect(fitProbability(window([]), 3, 1)).toBe(0);
  });
});

describe('many uncertain inputs together', () => {
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
  it('agrees with the probability from the spread of the window for a measured drive', () => {
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
    const { chance } = assessBelt(matcher, window, 'x', read, 1e-6, ends);
    expect(chance).toBeGreaterThan(0.7);
    expect(chance).toBeLessThan(0.9);
    expect(Math.abs(last.works / last.done - chance)).toBeLessThan(0.06);
  });
  it('is the same for the same seed', () => {
    const spread = { springRateShare: 0.1, diameterMm: 0.5, lengthMm: 5.4 };
    expect(share(spread, 1226)).toBe(share(spread, 1226));
  });
});
