import { beforeAll, describe, expect, it } from 'vitest';
import { tensionByPush, tensionByTap } from '@/core/tension';
import { unitsFor } from '@/ui/units';
import { answerTension, type TensionRequest } from '@/services/tension';
import { RIDER_DRIVE } from '../test-records';
import { fieldsOf, formsOf, missingIn, NO_TARGET, placeOfTarget, readingsOfTarget, targetFrom, type ManualFields } from './manual-target';
import { targetWords } from './manual-target-words';
import type { Answered } from './reading-fields';

const DRIVE = RIDER_DRIVE.document;
const REQUEST: TensionRequest = { drive: DRIVE, beltId: 'blade', readings: [] };
const answered = (more: Partial<TensionRequest> = {}): Answered => {
  const made = answerTension({ ...REQUEST, ...more });
  if (!made.ok) throw new Error(made.problem);
  return made;
};
let answer: Answered;
beforeAll(() => {
  answer = answered();
});
/** The target as the form makes it. */
function made(fields: Partial<ManualFields>) {
  const all = { ...NO_TARGET, ...fields };
  const place = placeOfTarget(DRIVE, answer, all);
  const readings = readingsOfTarget(all, place);
  const { readings: amounts } = answered({ readings });
  return targetFrom(
    all,
    place,
    amounts.flatMap((a) => (a.ok ? [a.tensionN] : [])),
  );
}
const longest = () => answer.sheet.strands.reduce((a, s) => (s.strand.spanMm > a.strand.spanMm ? s : a));

describe('a target of the manual', () => {
  it('is converted to a tension by the formula of its form, at both ends of its range', () => {
    const { strand } = longest();
    const tap = made({ form: 'tap', from: 40, to: 44, page: '12' })!;
    expect(tap.rangeN[0]).toBeCloseTo(tensionByTap(strand, 40), 6);
    expect(tap.rangeN[1]).toBeCloseTo(tensionByTap(strand, 44), 6);
    const push = made({ form: 'deflection', from: 12, to: null, deflectionMm: 8 })!;
    expect(push.rangeN).toEqual([push.rangeN[0], push.rangeN[0]]);
    expect(push.rangeN[0]).toBeCloseTo(tensionByPush(strand, 12, 8), 6);
    expect(made({ form: 'tension', from: 220, to: 180 })!.rangeN).toEqual([180, 220]);
  });
  it('converts a spring length or a mark to the tension of the drive at that position', () => {
    const spring = answer.sheet.springs[0]!;
    const length = made({ form: 'spring-length', from: spring.length })!;
    expect(length.rangeN[0]).toBeCloseTo(answer.sheet.tension!, 0);
    const adjuster = DRIVE.adjusters[0]!;
    const mark = made({ form: 'marks', from: adjuster.position })!;
    expect(mark).toMatchObject({ at: adjuster.id, where: adjuster.label });
    expect(mark.rangeN[0]).toBeCloseTo(answer.sheet.tension!, 0);
  });
  it('is refused where a value is missing or means nothing', () => {
    expect(missingIn(NO_TARGET)?.problem).toBe('Enter the value from the manual.');
    expect(missingIn({ ...NO_TARGET, from: -3 })?.field).toBe('from');
    expect(missingIn({ ...NO_TARGET, from: 180, to: 180 })?.field).toBe('to');
    expect(missingIn({ ...NO_TARGET, from: 180, to: 220 })).toBeNull();
    expect(targetFrom({ ...NO_TARGET, form: 'tap', from: 40 }, placeOfTarget(DRIVE, answer, { ...NO_TARGET, form: 'tap' }), [])).toBeNull();
  });
  it('comes back into its form as it was entered, and is shown as the manual states it', () => {
    const target = made({ form: 'deflection', from: 10, to: 12, deflectionMm: 8, page: '31' })!;
    expect(fieldsOf(target)).toMatchObject({ form: 'deflection', from: 10, to: 12, deflectionMm: 8, page: '31', place: target.at });
    const words = targetWords(target, unitsFor({ system: 'metric', inchDenominator: 16 }));
    expect(words).toMatch(/^10 N to 12 N at 8\.0 mm, .+ \(page 31\): \d+ N to \d+ N$/);
  });
  it('is offered in forms that the drive has', () => {
    expect(formsOf(DRIVE, answer)).toContain('spring-length');
    expect(formsOf({ ...DRIVE, adjusters: [] }, answer)).not.toContain('marks');
  });
});

describe('the answer with a target of the manual', () => {
  it('leads with it, with a tolerance for a single value', () => {
    const single = answered({ basis: { ownTargetN: 200, newBelt: false } });
    expect(single).toMatchObject({ targetN: 200, targetBy: 'manual' });
    expect(single.manualN![0]).toBeLessThan(200);
    expect(single.manualN![1]).toBeGreaterThan(200);
    const range = answered({ basis: { ownTargetN: 200, newBelt: false, ownRangeN: [190, 210] } });
    expect(range.manualN).toEqual([190, 210]);
    expect(answer.manualN).toBeNull();
  });
});
