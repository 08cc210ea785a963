import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { convertLength, mountingAllowanceMm, sectionNamed } from '../belt';
import { installationSlack, newMatcher, evaluateLength } from '../drive';
import { mountable } from '../drive/mounting';
import { compiled, demoDrive, driveOf, twoPulleys } from '../drive/sample-drives';
import { eccentricAt, equalPlaces, tensionSheet } from '.';

/** The driven pulley on an eccentric of 12 mm, drawn `drawnDeg` off the line of centres. */
function eccentric(drawnDeg: number) {
  const throwMm = 12;
  const pivot = { x: 400, y: 0 };
  const at = (drawnDeg * Math.PI) / 180;
  const plain = twoPulleys({ pitchLength: 1140 });
  return driveOf({
    ...plain,
    pulleys: plain.pulleys.map((p) =>
      p.id === 'driven' ? { ...p, x: pivot.x + throwMm * Math.cos(at), y: pivot.y + throwMm * Math.sin(at) } : p,
    ),
    tensioners: [
      { id: 'cam', label: 'Eccentric', kind: 'pivot', pivot, carries: ['driven'], min: -170, max: 170, position: 0, locked: true },
    ],
    adjusters: [{ id: 'turn', label: 'Eccentric', min: -170, max: 170, position: 0, tensioner: 'cam' }],
  });
}

describe('an eccentric', () => {
  it('is as tight as far on the other side of its dead point: twice its angle off the line of centres away', () =>
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 70 }), fc.integer({ min: -15, max: 15 }), (drawn, place) => {
        const found = equalPlaces(compiled(eccentric(drawn)), 0, 'turn', place);
        const mirrored = -2 * drawn - place;
        expect(found.some((f) => Math.abs(f - mirrored) < 0.1)).toBe(true);
        expect(found).toHaveLength(1);
      }),
      { numRuns: 20 },
    ));
  it('answers nothing for a place that is slack, nor for an adjuster that turns nothing', () => {
    const drive = eccentric(60);
    const slack = { ...drive, belts: drive.belts.map((b) => ({ ...b, length: { value: 1400, reference: 'pitch' as const } })) };
    expect(equalPlaces(compiled(slack), 0, 'turn', 0)).toEqual([]);
    const rider = demoDrive('orchard-rider');
    expect(equalPlaces(compiled(rider), 0, rider.adjusters[0]!.id, 0)).toEqual([]);
  });
});

describe('an eccentric at its angles', () => {
  const EA = sectionNamed('A')!.stiffnessN;
  /** Belt energy at an angle, N·mm, from the tension of a separate solve. */
  const energyAt = (drawn: number, position: number): number => {
    const drive = eccentric(drawn);
    const turned = { ...drive, adjusters: drive.adjusters.map((a) => ({ ...a, position })) };
    const sheet = tensionSheet({ ...turned, tensioners: drive.tensioners.map((t) => ({ ...t, position })) });
    return sheet.ok ? ((sheet.sheet.tension ?? 0) ** 2 * 1140) / (2 * EA) : NaN;
  };
  it('has the torque that the belt energy loses with the angle', () =>
    fc.assert(
      fc.property(fc.integer({ min: 25, max: 65 }), fc.integer({ min: -15, max: 15 }), (drawn, position) => {
        const { places, eccentricityMm } = eccentricAt(compiled(eccentric(drawn)), 0, 'turn', [position])!;
        const [{ torqueNm, beltTurns }] = places as [(typeof places)[0]];
        const slope = ((energyAt(drawn, position + 0.05) - energyAt(drawn, position - 0.05)) / 0.1) * (180 / Math.PI);
        expect(eccentricityMm).toBeCloseTo(12, 9);
        expect(torqueNm * 1000).toBeCloseTo(Math.abs(slope), -Math.log10(Math.abs(slope) * 0.02));
        // The pull shortens the belt: it turns the shaft towards the other pulley, which is on the negative side of x.
        expect(beltTurns).toBe(drawn + position > 0 ? 'ccw' : 'cw');
      }),
      { seed: 3, numRuns: 12 },
    ));
  it('shifts the shaft to both sides of the line of centres at its two angles', () => {
    const { places } = eccentricAt(compiled(eccentric(40)), 0, 'turn', [0, -80])!;
    const side = 12 * Math.sin((40 * Math.PI) / 180);
    // Seen from the eccentric to the driver, the positive y side is on the right.
    expect(places.map((p) => p.sidewaysMm)).toEqual([expect.closeTo(-side, 6), expect.closeTo(side, 6)]);
    expect(places.map((p) => p.beltTurns)).toEqual(['ccw', 'cw']);
  });
  it('is none where an adjuster moves a slide or a spring', () => {
    const rider = demoDrive('orchard-rider');
    expect(eccentricAt(compiled(rider), 0, rider.adjusters[0]!.id, [0])).toBeNull();
    const hog = demoDrive('slipway-wood-hog');
    expect(eccentricAt(compiled(hog), 0, hog.adjusters[0]!.id, [0])).toBeNull();
  });
});

describe('getting a belt on', () => {
  const a = sectionNamed('A')!;
  it('is by hand from the allowance, hard below it, and impossible beyond the allowed stretch', () => {
    const allowance = mountingAllowanceMm(a);
    expect(mountable(allowance, 1000, a, 0.008)).toBe('by-hand');
    expect(mountable(allowance - 0.01, 1000, a, 0.008)).toBe('hard');
    expect(mountable(-8, 1000, a, 0.008)).toBe('hard');
    expect(mountable(-8.01, 1000, a, 0.008)).toBe('impossible');
  });
  it('two locked pulleys leave what the belt is longer than their path, by closed form', () => {
    const [d1, d2, c, pitch] = [100, 150, 400, 1190] as const;
    const drive = twoPulleys({ pitchLength: pitch });
    const [r, s] = [d1 / 2 - a.pitchLineMm, d2 / 2 - a.pitchLineMm];
    const path = 2 * Math.sqrt(c * c - (s - r) ** 2) + Math.PI * (r + s) + 2 * (s - r) * Math.asin((s - r) / c);
    expect(installationSlack(newMatcher(compiled(drive))!)!.slackMm).toBeCloseTo(pitch - path, 6);
  });
  it('agrees with Match for the same length', () => {
    for (const name of ['orchard-rider', 'lighthouse-generator', 'peat-road-tractor']) {
      const drive = demoDrive(name);
      const matcher = newMatcher(compiled(drive))!;
      const own = installationSlack(matcher)!;
      const pitch = matcher.solver.work.belts[0]!.pitchLength;
      const trial = evaluateLength(matcher, convertLength(pitch, 'pitch', 'outside', matcher.section));
      expect(trial.mountingSlackMm).toBeCloseTo(own.slackMm, 6);
      expect(trial.failures.includes('cannot-be-mounted')).toBe(own.goes === 'impossible');
    }
  });
  it('a belt without a length is not judged', () => {
    expect(installationSlack(newMatcher(compiled(twoPulleys()))!)).toBeNull();
  });
});
