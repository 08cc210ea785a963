import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareDrive, variantOf } from './compare';
import { demoDrive, twoPulleys } from './sample-drives';
import { solveDrive } from '.';

const compared = (...ask: Parameters<typeof compareDrive>) => {
  const result = compareDrive(...ask);
  if (!result.ok) throw new Error(JSON.stringify(result));
  return result.compared;
};

describe('variants side by side', () => {
  const drive = twoPulleys({ d1: 100, d2: 150, pitchLength: 1200 });
  const belt = drive.belts[0]!.id;
  const as = (d2: number, bladesMm = {}) => compared(drive, belt, 'driven', { diametersMm: { driven: d2 }, bladesMm });
  it('takes ratio, speeds and tip speed from the pitch radii, for any diameter', () =>
    fc.assert(
      fc.property(fc.double({ min: 110, max: 180, noNaN: true }), (d2) => {
        const pl = 3.6;
        const ratio = (d2 / 2 - pl) / (50 - pl);
        const c = as(d2, { driven: 530 });
        expect(c.ratio! / ratio).toBeCloseTo(1, 9);
        expect(c.rpm! / (3000 / ratio)).toBeCloseTo(1, 9);
        expect(c.beltMps).toBeCloseTo((((3000 * 2 * Math.PI) / 60) * (50 - pl)) / 1000, 9);
        expect(c.tipMps).toBeCloseTo((Math.PI * 0.53 * 3000) / ratio / 60, 6);
        expect(c.centrifugalN).toBeCloseTo(0.105 * c.beltMps! ** 2, 9);
        expect(c.rimMps).toBeCloseTo((Math.PI * Math.max(0.1 * 3000, (d2 / 1000) * c.rpm!)) / 60, 6);
      }),
    ));
  it('agrees with the solve of the drive as drawn', () => {
    const rider = demoDrive('orchard-rider');
    const solved = solveDrive(rider);
    if (!solved.ok) throw new Error('not solved');
    const engaged = solved.answer.states.find((s) => s.name === 'engaged')!;
    const c = compared(rider, 'blade', 'spindle', { diametersMm: {} });
    expect(c.tensionN).toBe(engaged.belts[0]!.tension);
    expect(c.rpm).toBe(solved.answer.speeds.find((s) => s.pulley === 'spindle')!.rpm);
    expect(c.shaftN).toBe(Math.max(...engaged.shaftLoads.map((l) => l.force)));
    expect(c.leastWrapDeg).toBe(Math.min(...engaged.belts[0]!.wraps.filter((w) => w.pulley !== 'arm-idler').map((w) => w.angle)));
  });
  it('a smaller driven pulley turns faster and bends tighter; another length is the belt’s alone', () => {
    expect(as(110).rpm!).toBeGreaterThan(as(150).rpm!);
    expect(as(60).tightestMm).toBeLessThan(as(150).tightestMm);
    const other = variantOf(drive, belt, { diametersMm: {}, outsideMm: 1300 });
    expect(other.belts[0]!.length).toEqual({ value: 1300, reference: 'outside' });
    expect(other.pulleys).toEqual(drive.pulleys);
  });
  it('scales shaft and belt speed to idle, and divides the price by the hours', () => {
    const ask = { diametersMm: {}, idleRpm: 1200, cost: { cents: 2400, hours: 120 } };
    const c = compared(drive, belt, 'driven', ask);
    expect(c.idleRpm! / c.rpm!).toBeCloseTo(1200 / 3000, 12);
    expect(c.idleBeltMps! / c.beltMps!).toBeCloseTo(1200 / 3000, 12);
    expect(c.costPerHour).toBe(20);
    const bare = compared(drive, belt, 'driven', { diametersMm: {} });
    expect([bare.idleRpm, bare.idleBeltMps, bare.leastOnHubMm, bare.costPerHour]).toEqual([null, null, null, null]);
  });
  it('limits the pulley by the bolts of its hub: heads, wall and groove fit inside the rim', () => {
    const c = compared(drive, belt, 'driven', { diametersMm: {}, hub: { circleMm: 60, boltMm: 8 } });
    // Circle 60, a head of 14.7 across, 3 mm of metal and 7.9 mm of groove on each side.
    expect(c.leastOnHubMm).toBeCloseTo(60 + 14.72 + 2 * 10.9, 6);
    expect(c.onHubMm).toBe(150);
  });
  it('reports an impossible variant', () => {
    expect(compareDrive(drive, belt, 'driven', { diametersMm: { driven: 900 } }).ok).toBe(false);
    expect(compareDrive(drive, 'nope', 'driven', { diametersMm: {} }).ok).toBe(false);
  });
});
