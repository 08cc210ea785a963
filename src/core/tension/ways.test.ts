import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { solveDrive } from '../drive';
import { demoDrive, twoPulleys } from '../drive/sample-drives';
import {
  agedOf,
  beltsSharing,
  clampingOf,
  decide,
  deflectionBy,
  engagementOf,
  feltAt,
  guessKw,
  isSprung,
  isLooseByDesign,
  newBeltTarget,
  pairsOf,
  pushAt,
  readFeel,
  retensionOf,
  slackByDesign,
  tensionAfter,
  tensionSheet,
  withLoads,
  withoutBelts,
  type DecideAsk,
  type AssessedSetting,
  type Recommendation,
  type SettingFault,
  type FeltPair,
  type PastReading,
  type Strand,
  type TakenReading,
  type TensionEpoch,
} from '.';

const strand: Strand = { massKgPerM: 0.105, count: 1, spanMm: 420, stiffnessNPerMm: null };
const stiff: Strand = { ...strand, stiffnessNPerMm: 55 };
const sheetOf = (...ask: Parameters<typeof tensionSheet>) => {
  const result = tensionSheet(...ask);
  if (!result.ok) throw new Error(JSON.stringify(result));
  return result.sheet;
};

describe('by feel', () => {
  const tensions = fc.double({ min: 60, max: 800, noNaN: true });
  it('what a method shows at the target reads as the target, taught or not', () =>
    fc.assert(
      fc.property(tensions, fc.constantFrom('twist', 'hand-roll', 'thumb' as const), fc.boolean(), (target, method, taught) => {
        const at = method === 'thumb' ? strand : stiff;
        const pairs: FeltPair[] = taught ? [{ method, at: ['a', 'b'], value: 25, tensionN: target * 0.8, sdN: 10, strand: at }] : [];
        const shows = feltAt(at, method, target, pairs)!;
        expect(readFeel(at, { method, value: shows }, target, pairs)!.tensionN / target).toBeCloseTo(1, 6);
      }),
    ));
  it('is accurate to about 40% without pairs, and to the scatter of the hand with pairs', () => {
    const sd = (pairs: readonly FeltPair[]) => {
      const r = readFeel(strand, { method: 'twist', value: 30 }, 200, pairs)!;
      return Math.hypot(r.ownN, ...r.shared.map((s) => s.share * r.tensionN)) / r.tensionN;
    };
    const pair: FeltPair = { method: 'twist', at: ['a', 'b'], value: 40, tensionN: 200, sdN: 10, strand };
    expect(sd([])).toBeCloseTo(Math.hypot(0.35, 0.2), 9);
    expect(sd([pair])).toBeLessThan(0.3);
    expect(sd(Array.from({ length: 200 }, () => pair))).toBeCloseTo(0.2, 2);
  });
  it('pairs of a drive that twists further at the same tension move what a twist means', () => {
    const pairs: FeltPair[] = Array.from({ length: 50 }, () => ({
      method: 'twist' as const,
      at: ['a', 'b'] as const,
      value: 40,
      tensionN: 200,
      sdN: 5,
      strand,
    }));
    // By a usual hand 40° would be three quarters of the target.
    expect(readFeel(strand, { method: 'twist', value: 40 }, 200, [])!.tensionN).toBeCloseTo(150, 6);
    expect(readFeel(strand, { method: 'twist', value: 40 }, 200, pairs)!.tensionN).toBeCloseTo(200, -1);
  });
  it('has no result for a twist without a target or a pair; a thumb has a force of its own', () => {
    expect(readFeel(strand, { method: 'twist', value: 30 }, null, [])).toBeNull();
    expect(readFeel(strand, { method: 'thumb', value: 8 }, null, [])).not.toBeNull();
  });
  it('predicts the deflection of a push by the force law, including the stretch of the belt', () => {
    for (const s of [strand, stiff]) expect(pushAt(s, 150, deflectionBy(s, 150, 20)!)).toBeCloseTo(20, 6);
    expect(deflectionBy(strand, 10, 45)).toBeNull();
  });
});

describe('by marks', () => {
  const drive = demoDrive('orchard-rider');
  const at = (position: number, marked: NonNullable<Parameters<typeof tensionSheet>[1]>['marked'] = []) =>
    sheetOf(drive, { readings: [{ method: 'marks', at: drive.adjusters[0]!.id, position }], marked }).readings[0]!;
  it('the drawing’s own place reads as the drawing’s tension, a tighter one as more', () => {
    const solved = solveDrive(drive);
    if (!solved.ok) throw new Error('not solved');
    const tension = solved.answer.states.find((s) => s.name === 'engaged')!.belts[0]!.tension!;
    expect(at(drive.adjusters[0]!.position).tension).toBeCloseTo(tension, 3);
    expect(at(drive.adjusters[0]!.position + 2).tension).toBeGreaterThan(tension);
  });
  it('what was measured at a mark moves all marks, the more the better it was measured', () => {
    const { position, id } = drive.adjusters[0]!;
    const plain = at(position);
    const taught = (sdN: number) => at(position, [{ adjuster: id, position: position, tensionN: plain.tension + 30, sdN }]);
    expect(taught(1).tension - plain.tension).toBeGreaterThan(25);
    expect(taught(60).tension - plain.tension).toBeLessThan(8);
    expect(taught(1).sd).toBeLessThan(plain.sd);
  });
  it('a place that the adjuster does not reach, and an adjuster that is not there, are refused', () => {
    const refused = (reading: TakenReading) => tensionSheet(drive, { readings: [reading] });
    expect(refused({ method: 'marks', at: drive.adjusters[0]!.id, position: 900 })).toMatchObject({ ok: false, reading: 0 });
    expect(refused({ method: 'marks', at: 'nope', position: 0 })).toMatchObject({ ok: false, reading: 0 });
  });
});

describe('load assumptions', () => {
  it('blades by the area they sweep, engines never over their rating, output with its losses', () => {
    const blades = (bladeMm: number, n: number) => guessKw({ by: 'blades', bladeMm, blades: n, grass: 'usual' });
    expect(blades(1060, 1)).toBeCloseTo(4 * blades(530, 1), 9);
    expect(blades(530, 3)).toBeCloseTo(3 * blades(530, 1), 9);
    expect(guessKw({ by: 'engine', engineKw: 10, work: 'heavy' })).toBeLessThanOrEqual(10);
    expect(guessKw({ by: 'output', outKw: 4 })).toBe(5);
  });
  it('a heavier load raises the slip floor, and pulleys not named keep theirs', () => {
    const drive = demoDrive('orchard-rider');
    const heavy = withLoads(drive, { spindle: 6 });
    expect(sheetOf(heavy).band.floor).toBeGreaterThan(sheetOf(drive).band.floor);
    expect(withLoads(drive, {})).toBe(drive);
  });
  it('belts that a free tensioner joins are one matter: alone this one hangs slack', () => {
    const drive = demoDrive('peat-road-tractor');
    const [first] = drive.belts;
    const others = beltsSharing(drive, first!.id);
    expect(others).toHaveLength(1);
    const alone = sheetOf(withoutBelts(drive, others), { belt: first!.id });
    const together = sheetOf(drive, { belt: first!.id });
    expect(together.tension).toBeGreaterThan(50);
    expect(alone.tension).not.toBeCloseTo(together.tension!, 0);
    expect(beltsSharing(demoDrive('orchard-rider'), 'blade')).toEqual([]);
  });
  it('sets a new belt above a run-in one if nothing takes up its stretch, never above the bearing limit', () => {
    expect(newBeltTarget(100, null, false)).toBe(130);
    expect(newBeltTarget(100, 110, false)).toBe(110);
    expect(newBeltTarget(100, null, true)).toBe(100);
    expect(isSprung(demoDrive('orchard-rider'), 'blade')).toBe(true);
    expect(isSprung(twoPulleys({ d1: 100, d2: 100, pitchLength: 1090 }), 'belt')).toBe(false);
  });
  it('is loose by design for a belt that moves far under a light push at its target', () => {
    const spans = (target: number) =>
      isLooseByDesign({
        strands: [{ from: 'a', to: 'b', strand }],
        band: { floor: 1, floorAt: null, ceiling: null, ceilingAt: null, target, empty: false },
      });
    expect(spans(40)!.deflectionMm).toBeGreaterThan(420 / 20);
    expect(pushAt(strand, 40, spans(40)!.deflectionMm)).toBeCloseTo(20, 6);
    expect(spans(300)).toBeNull();
    expect(slackByDesign({ kind: 'cvt' }, { attachmentLoadsTension: false, slidingDeck: true })).toEqual([
      'variable-before-first-run',
      'deck-held-back',
    ]);
  });
});

describe('over the hours', () => {
  const law = (start: number, loss: number, hours: readonly number[]) =>
    hours.map((h) => ({ hours: h, tensionN: start - loss * Math.log10(1 + h), sdN: 1 }));
  it('returns the law from readings on it, and the hours at which it falls', () => {
    const fall = retensionOf(law(200, 25, [0, 2, 10, 60, 200]), false, 120)!;
    expect(fall.startN).toBeCloseTo(200, 0);
    expect(fall.lossN).toBeCloseTo(25, 0);
    // 200 − 25·log(1 + h) = 132.
    const h = 10 ** (68 / 25) - 1;
    expect(Math.abs(fall.hours.likely! / h - 1)).toBeLessThan(0.1);
    expect(fall.hours.early!).toBeLessThan(fall.hours.likely!);
    expect(fall.hours.late ?? Infinity).toBeGreaterThan(fall.hours.likely!);
  });
  it('predicts from one reading by the usual loss, with its uncertainty', () => {
    const locked = retensionOf(law(200, 25, [1]), false, 120)!;
    const sprung = retensionOf(law(200, 25, [1]), true, 120)!;
    expect(locked.lossN).toBeGreaterThan(sprung.lossN);
    expect(locked.hours.late === null || locked.hours.late > 4 * locked.hours.early!).toBe(true);
  });
  it('agrees with the posterior by brute force over a grid', () => {
    const read = [
      { hours: 0, tensionN: 205, sdN: 12 },
      { hours: 30, tensionN: 160, sdN: 15 },
    ];
    const fall = retensionOf(read, false, 0)!;
    const about = (205 + 160) / 2;
    let [sum, t, b] = [0, 0, 0];
    for (let start = 100; start < 320; start += 0.5)
      for (let loss = -40; loss < 90; loss += 0.5) {
        const w = Math.exp(
          -0.5 *
            (((loss - 0.1 * about) / (0.05 * about)) ** 2 +
              read.reduce((a, r) => a + ((r.tensionN - start + loss * Math.log10(1 + r.hours)) / r.sdN) ** 2, 0)),
        );
        sum += w;
        t += w * start;
        b += w * loss;
      }
    expect(fall.startN).toBeCloseTo(t / sum, 2);
    expect(fall.lossN).toBeCloseTo(b / sum, 2);
    expect(tensionAfter(fall, 9).tensionN).toBeCloseTo(fall.startN - fall.lossN, 9);
  });
  it('does not tighten by running, and has no result without readings', () => {
    expect(retensionOf(law(150, -80, [0, 10, 100]), false, 100)!.lossN).toBe(0);
    expect(retensionOf([], false, 100)).toBeNull();
    expect(retensionOf([{ hours: 5, tensionN: 90, sdN: 3 }], false, 100)!.hours.likely).toBe(0);
  });

  const read = (more: Partial<PastReading>): PastReading => ({
    job: 1,
    machine: 1,
    taken: '2026-05-01T08:00:00Z',
    meterH: 100,
    belt: 'b',
    method: 'tap',
    at: 'a>c',
    value: 50,
    tensionN: 200,
    sdN: 10,
    clamped: false,
    whole: true,
    ...more,
  });
  it('counts hours from the fitting or setting; the tight reading of a visit counts for it', () => {
    const epochs: TensionEpoch[] = [{ machine: 1, belt: 'b', taken: '2026-04-01T08:00:00Z', meterH: 80, what: 'fitted' }];
    const past = [
      read({ taken: '2026-03-01T08:00:00Z', meterH: 60, tensionN: 90, job: 0 }),
      read({ tensionN: 210 }),
      read({ tensionN: 190, clamped: true }),
      read({ job: 2, taken: '2026-06-01T08:00:00Z', meterH: 140, tensionN: 170 }),
      read({ job: 3, machine: 2 }),
      read({ job: 4, whole: false }),
      read({ job: 5, meterH: null }),
      read({ job: 6, method: 'twist' }),
    ];
    expect(agedOf(past, epochs, 1, 'b')).toEqual([
      { hours: 20, tensionN: 190, sdN: 10 },
      { hours: 60, tensionN: 170, sdN: 10 },
    ]);
  });
  it('teaches feel and marks from measurements on the same job', () => {
    const past = [
      read({}),
      read({ method: 'twist', value: 33 }),
      read({ method: 'marks', at: 'slot', value: 4 }),
      read({ job: 2, method: 'twist', value: 20 }),
    ];
    const { felt, marked } = pairsOf(past, 'b');
    expect(felt).toEqual([{ method: 'twist', at: ['a', 'c'], value: 33, tensionN: 200, sdN: 10 }]);
    expect(marked).toEqual([{ adjuster: 'slot', position: 4, tensionN: 200, sdN: 10 }]);
    expect(pairsOf(past, 'other')).toEqual({ felt: [], marked: [] });
  });
  it('learns the effect of clamps from readings before and after, with one method on one job', () => {
    const pair = (job: number, by: number) => [read({ job }), read({ job, tensionN: 200 + by, clamped: true })];
    expect(clampingOf([read({}), read({ method: 'deflection', clamped: true })])).toBeNull();
    const once = clampingOf(pair(1, 30))!;
    const often = clampingOf([1, 2, 3, 4, 5, 6].flatMap((j) => pair(j, 30)))!;
    expect([once.times, often.times]).toEqual([1, 6]);
    expect(once.addsN).toBeGreaterThan(0);
    expect(often.addsN).toBeGreaterThan(once.addsN);
    expect(often.addsN).toBeLessThan(30);
    expect(often.sdN).toBeLessThan(once.sdN);
  });
});

describe('leave, adjust or replace', () => {
  const band = { floor: 100, floorAt: 'a', ceiling: 300, ceilingAt: 'b', target: 150, empty: false };
  const row = (position: number, tension: number, faults: readonly SettingFault[] = []): AssessedSetting => ({
    adjuster: 'bracket',
    position,
    engaged: { tension, slack: 0, brakeOn: false, lengths: {} },
    disengaged: { tension: 0, slack: 10, brakeOn: !faults.includes('brake-stays-off'), lengths: {} },
    faults,
    brakeMargin: faults.includes('brake-stays-off') ? -1 : 4 - position,
    slipLimitN: 100,
  });
  const to = (position: number, tension: number): Recommendation => ({
    adjuster: 'bracket',
    position,
    tension,
    share: tension / 100,
    brakeMargin: 4 - position,
    reach: 'met',
    atEnd: false,
  });
  const ask = (more: Partial<DecideAsk>): DecideAsk => ({
    band,
    settings: [row(0, 80), row(1, 120), row(2, 150), row(3, 190)],
    recommended: [to(2, 150)],
    present: { bracket: row(1, 120) },
    computedN: 120,
    readN: null,
    engagementS: null,
    brakeSeenOff: false,
    stopTooLong: false,
    beltBad: false,
    armStiff: false,
    misaligned: false,
    lossN: null,
    ...more,
  });
  it('frees a stiff arm before anything is set or bought', () =>
    expect(decide(ask({ armStiff: true, beltBad: true, engagementS: 3 }))).toMatchObject({
      act: 'free-first',
      because: ['arm-stiff', 'slips'],
    }));
  it('aligns the pulleys before it sets the tension, but after a stiff arm and a bad belt', () => {
    expect(decide(ask({ misaligned: true, readN: 96, recommended: [to(3, 152)] }))).toMatchObject({
      act: 'align-first',
      because: ['misaligned'],
      to: null,
    });
    expect(decide(ask({ misaligned: true, brakeSeenOff: true })).because).toEqual(['misaligned', 'brake-stays-off']);
    expect(decide(ask({ misaligned: true, armStiff: true })).act).toBe('free-first');
    expect(decide(ask({ misaligned: true, beltBad: true })).act).toBe('replace');
  });
  it('replaces a bad belt at any tension', () => expect(decide(ask({ beltBad: true, readN: 150 })).act).toBe('replace'));
  it('needs a reading without information', () => {
    expect(decide(ask({}))).toMatchObject({ act: 'read-first', because: ['nothing-read'] });
    expect(decide(ask({ band: { ...band, target: null }, recommended: [], readN: 100 }))).toMatchObject({
      act: 'read-first',
      because: ['load-unknown'],
    });
  });
  it('leaves a belt that holds with margin', () =>
    expect(decide(ask({ readN: 125, engagementS: 0.5 }))).toMatchObject({ act: 'leave', to: null }));
  it('adjusts a stretched belt to the recommended setting', () => {
    const decided = decide(ask({ readN: 96, recommended: [to(3, 152)], lossN: 20 }));
    expect(decided).toMatchObject({ act: 'adjust', to: { adjuster: 'bracket', position: 3 }, because: ['under-floor', 'reserve-left'] });
    expect(decided.to!.tensionN).toBeCloseTo(152, 9);
    // 152 − 20·log(1 + h) = 110.
    expect(decided.hoursGained).toBeCloseTo(10 ** 2.1 - 1, 6);
  });
  it('compares the tension with the manual’s range first, inside the physical limits', () => {
    const manualN = [170, 200] as const;
    expect(decide(ask({ readN: 125, manualN, recommended: [to(3, 190)] }))).toMatchObject({
      act: 'adjust',
      because: ['under-manual', 'reserve-left'],
      to: { position: 3 },
    });
    expect(decide(ask({ readN: 185, manualN })).act).toBe('leave');
    const tight = { present: { bracket: row(3, 230) }, computedN: 230, readN: 230, manualN };
    expect(decide(ask(tight))).toMatchObject({ act: 'adjust', because: ['over-manual', 'reserve-left'] });
    // A manual does not hide a belt that slips or overloads its bearings.
    expect(decide(ask({ readN: 96, manualN: [80, 120], recommended: [to(3, 152)] })).because[0]).toBe('under-floor');
    expect(decide(ask({ ...tight, readN: 320, manualN: [170, 400] })).because[0]).toBe('over-ceiling');
  });
  it('replaces it where the settings left fail when released, or none is left', () => {
    const spoilt = [row(0, 80), row(1, 120), row(2, 150, ['brake-stays-off'])];
    expect(decide(ask({ readN: 96, recommended: [], settings: spoilt }))).toMatchObject({
      act: 'replace',
      because: ['under-floor', 'release-breaks-first'],
    });
    expect(decide(ask({ readN: 60, recommended: [] }))).toMatchObject({ act: 'replace', because: ['under-floor', 'no-reserve'] });
  });
  it('slackens what is too tight and tightens a slow belt that holds', () => {
    expect(decide(ask({ present: { bracket: row(3, 190) }, computedN: 190, readN: 320 }))).toMatchObject({
      act: 'adjust',
      because: ['over-ceiling', 'reserve-left'],
    });
    expect(decide(ask({ readN: 120, engagementS: 1.4 }))).toMatchObject({
      act: 'adjust',
      to: { position: 2 },
      because: ['holds-but-slow', 'soft', 'reserve-left'],
    });
  });
  it('needs a reading for a slow belt that grips by its drawing, and another cause if the reading agrees', () => {
    const set = { present: { bracket: row(2, 150) }, recommended: [to(2.4, 153)], computedN: 150, engagementS: 2.6 };
    expect(decide(ask({ ...set, readN: null }))).toMatchObject({
      act: 'read-first',
      because: ['nothing-read', 'drawn-holds', 'slips'],
      to: null,
    });
    expect(decide(ask({ ...set, readN: 150 }))).toMatchObject({ act: 'leave', because: ['holds-but-slow', 'slips', 'other-cause'] });
    // The measured tension decides. It is far below the drawing.
    expect(decide(ask({ ...set, readN: 115, recommended: [to(2.4, 153)] }))).toMatchObject({ act: 'adjust', to: { position: 2.4 } });
    expect(decide(ask({ ...set, readN: 150, recommended: [] }))).toMatchObject({ act: 'replace' });
    // A belt that stays tight when released is never left.
    expect(decide(ask({ ...set, readN: 150, present: { bracket: row(2, 150, ['not-slack']) } })).act).not.toBe('leave');
  });
  it('does not move an adjuster for a change that no reading shows', () => {
    const near = { present: { bracket: row(2, 150) }, computedN: 150, readN: 150, engagementS: 1.4 };
    expect(decide(ask({ ...near, recommended: [to(2.2, 157)] }))).toMatchObject({ act: 'leave' });
    expect(decide(ask({ ...near, recommended: [to(2.6, 159)] }))).toMatchObject({ act: 'adjust', to: { position: 2.6 } });
  });
  it.each([
    ['computed to stay off', { present: { bracket: row(3, 190, ['brake-stays-off']) } }, 'brake-stays-off'],
    ['seen to stay off', { brakeSeenOff: true, present: { bracket: row(3, 190) } }, 'brake-stays-off'],
    ['too slow to stop the blades', { stopTooLong: true, present: { bracket: row(3, 190) } }, 'stop-too-long'],
  ] as const)('never leaves a drive with its brake %s, at any tension', (_, more, reason) => {
    const decided = decide(ask({ readN: 190, engagementS: 0.5, ...more }));
    expect(decided).toMatchObject({ act: 'adjust', to: { position: 2 } });
    expect(decided.because[0]).toBe(reason);
  });
  it('repairs the brake first where the setting is already the recommended one', () => {
    const decided = decide(ask({ readN: 150, engagementS: 0.5, stopTooLong: true, present: { bracket: row(2, 150) } }));
    expect(decided).toMatchObject({ act: 'brake-first', because: ['stop-too-long', 'already-set'], to: null });
  });
  it('engagement is prompt, soft or slips', () =>
    expect([0.7, 0.8, 2, 2.1].map(engagementOf)).toEqual(['prompt', 'soft', 'soft', 'slips']));
});
