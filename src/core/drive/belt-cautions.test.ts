import { describe, expect, it } from 'vitest';
import { beltCautions, type CautionLimits } from './belt-cautions';
import type { MatchedBelt } from './verdict';
import { newBeltMatching } from './match-belts';
import { stiffnessOf } from './pitch';
import { compiled, demoDrive, twoPulleys } from './sample-drives';
import { DEFAULT_GRIP } from './settings';
import { answerState } from './solve';
import { newSolver } from './solver';
import { speedsOf } from './speeds';
import type { Drive } from './schema';

const LIMITS: CautionLimits = { releasedSlackMm: 80, usualStretchShare: 0.01 };

function belt(drive: Drive, beltId: string, designation: string, asDrawn = false): MatchedBelt {
  const result = newBeltMatching()({ drive, beltId, candidates: [{ id: designation, designation }], asDrawn });
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.match.belts[0]!;
}
const codes = (drive: Drive, beltId: string, one: MatchedBelt, clutches = true, limits = LIMITS) =>
  beltCautions(drive, beltId, one, clutches, limits).map((c) => c.code);

describe('warnings next to a verdict', () => {
  const rider = demoDrive('orchard-rider');

  it('name the belt as the clutch, and know that a notched one has raw edges', () => {
    const plain = belt(rider, 'blade', '4L480');
    expect(beltCautions(rider, 'blade', plain, true, LIMITS)).toEqual([{ code: 'belt-is-clutch', rawEdge: false }]);
    expect(beltCautions(rider, 'blade', belt(rider, 'blade', 'AX46'), true, LIMITS)).toEqual([{ code: 'belt-is-clutch', rawEdge: true }]);
    expect(codes(rider, 'blade', plain, false)).toEqual([]);
  });

  it('start at the limit of the shop for released slack, and not below it', () => {
    const one = belt(rider, 'blade', '4L480');
    const { slack } = one.disengaged;
    expect(codes(rider, 'blade', one, true, { ...LIMITS, releasedSlackMm: slack - 0.1 })).toContain('much-slack');
    expect(codes(rider, 'blade', one, true, { ...LIMITS, releasedSlackMm: slack + 0.1 })).not.toContain('much-slack');
  });

  it('start at the usual tension of the section, but only where neither bearing nor rating limits it', () => {
    const one = belt(rider, 'blade', '4L480');
    const share = one.engaged.tension / stiffnessOf(rider.belts[0]!);
    expect(one.engaged.ceilingN).toBeNull();
    expect(codes(rider, 'blade', one, true, { ...LIMITS, usualStretchShare: share * 0.99 })).toContain('tension-above-usual');
    expect(codes(rider, 'blade', one, true, { ...LIMITS, usualStretchShare: share * 1.01 })).not.toContain('tension-above-usual');
    const rated = { ...rider, belts: rider.belts.map((b) => ({ ...b, ratingN: 5000 })) };
    expect(codes(rated, 'blade', belt(rated, 'blade', '4L480'), true, { ...LIMITS, usualStretchShare: share * 0.99 })).not.toContain(
      'tension-above-usual',
    );
  });

  it('say nothing of a belt that does not seat', () => {
    expect(codes(rider, 'blade', belt(rider, 'blade', 'B45'))).toEqual([]);
  });
});

describe('the slip limit of a wet belt', () => {
  const bandOf = (drive: Drive, grip = DEFAULT_GRIP) => {
    const solver = newSolver(compiled(drive));
    return answerState(solver, { name: 'engaged', lever: 1 }, speedsOf(solver.work.compiled), grip).bands[0]!;
  };
  it('is the dry limit of a belt with so much less grip, on any drive', () => {
    for (const drive of [twoPulleys(), demoDrive('orchard-rider'), demoDrive('airstrip-mower'), demoDrive('slipway-wood-hog')]) {
      const { wetShare, grooveGrip, flatGrip } = DEFAULT_GRIP;
      const less = { ...DEFAULT_GRIP, grooveGrip: wetShare * grooveGrip, flatGrip: wetShare * flatGrip };
      const wet = bandOf(drive).wetFloorN;
      expect(wet).toBeCloseTo(bandOf(drive, less).floorN, 6);
      expect(wet).toBeGreaterThan(bandOf(drive).floorN);
    }
  });
  it('is nothing without a load', () => {
    const drive = twoPulleys();
    delete drive.pulleys[1]!.powerKw;
    expect(bandOf(drive).wetFloorN).toBe(0);
  });
});

describe('a belt for a drive that is locked back for fitting', () => {
  const kelp = demoDrive('kelp-lane-mower');
  it('does not work where the locked drive leaves less than half the allowance', () => {
    const tight = belt(kelp, 'drive-belt', 'B57');
    expect(tight).toMatchObject({ verdict: 'too-short', reasons: ['held-back-too-tight'], chance: 0 });
    expect(tight.disengaged.slack).toBeLessThan(25);
  });
  it('works where it leaves more, though it is hard to fit', () => {
    const next = belt(kelp, 'drive-belt', 'B58');
    expect(next).toMatchObject({ verdict: 'marginal', reasons: ['hard-to-mount'] });
    expect(next.disengaged.slack).toBeGreaterThan(25);
    expect(belt(kelp, 'drive-belt', 'B59').verdict).toBe('fits');
  });
  it('keeps the verdict of the open file format when that is asked for', () => {
    expect(belt(kelp, 'drive-belt', 'B57', true).verdict).toBe('marginal');
  });
});
