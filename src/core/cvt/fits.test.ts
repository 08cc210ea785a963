import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoDrive } from '../drive/sample-drives';
import { assessMeasures, assessVariable, MEASURED_PARTS, shiftOf, variableOf, type PartMeasures } from '.';

const variable = variableOf(demoDrive('hill-track-utility'));
if (!variable.ok) throw new Error('the demo drive is not variable');
const { drive, width } = variable;
const own = shiftOf(drive, width);
if (!own.ok) throw new Error(own.problem);
const judge = (more: Partial<Parameters<typeof assessVariable>[1]>) =>
  assessVariable(drive, { pitchLength: drive.pitchLength, width, ...more }, own.shift);

describe('a belt on a variable pair', () => {
  it('its own belt runs, and differs from itself in nothing', () => {
    expect(judge({})).toMatchObject({ verdict: 'fits', reasons: [], startShare: 1, topShare: 1 });
  });
  it('is tight at idle if shorter by more than the idle slack, for any length', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 6, noNaN: true }), (over) => {
        const fit = judge({ pitchLength: drive.pitchLength - own.shift.open.slack - over });
        expect(fit.verdict).toBe('too-short');
        expect(fit.reasons).toEqual(['tight-at-idle']);
      }),
    ));
  it('the longer it is the higher it starts, until it will not grip', () => {
    const shares = [0, 5, 10, 20].map((mm) => judge({ pitchLength: drive.pitchLength + mm }).startShare);
    const known = shares.filter((s) => s !== null);
    expect([...known].sort((a, b) => b - a)).toEqual(known);
    const far = judge({ pitchLength: drive.pitchLength + 200 });
    expect(far.verdict).toBe('too-long');
  });
  it('has no margin with very little slack', () => {
    expect(judge({ pitchLength: drive.pitchLength - own.shift.open.slack + 0.5 })).toMatchObject({ verdict: 'marginal' });
    expect(judge({ pitchLength: drive.pitchLength - own.shift.open.slack + 0.5 }).reasons).toContain('nearly-tight');
  });
  it('is not assessed by length with another flank angle, or below the minimum width', () => {
    expect(judge({ angle: 30 })).toMatchObject({ verdict: 'wrong-section', reasons: ['wrong-angle'], shift: null });
    expect(judge({ angle: 27 }).verdict).toBe('fits');
    expect(judge({ width: 28.5, minimum: 28.6 })).toMatchObject({ verdict: 'wrong-section', reasons: ['under-minimum'] });
    expect(judge({ width: 90 })).toMatchObject({ verdict: 'wrong-section', reasons: ['no-place'] });
  });
  it("is compared with nothing if the drive's own belt does not fit", () => {
    expect(assessVariable(drive, { pitchLength: drive.pitchLength, width }, null)).toMatchObject({ verdict: 'fits', startShare: null });
  });
});

describe('measured parts', () => {
  const judged = (part: PartMeasures['part'], values: number[], limitMm: number | null) => assessMeasures({ part, values, limitMm });
  it('one slack shoe spring makes the clutch due, though no limit is known', () => {
    expect(judged('shoe-spring', [31.2, 31.3, 33.1], null)).toMatchObject({ apart: [3], past: [], due: 'the-clutch' });
  });
  it('replaces the set for a flat roller; assesses a slide by its play, which must not grow', () => {
    expect(judged('roller', [24.9, 24.8, 24.2, 24.9], 24.5)).toMatchObject({ past: [3], apart: [3], due: 'the-set', limit: 'least' });
    expect(judged('slide', [0.1, 0.6, 0.2], 0.5)).toMatchObject({ past: [2], due: 'the-part', limit: 'most' });
    expect(judged('slide', [0.1, 0.3, 0.2], 0.5).due).toBe('nothing');
  });
  it('reports an unknown limit for equal parts without one; a value at the limit is within it', () => {
    expect(judged('roller', [24.9, 24.9], null).due).toBe('look-up');
    expect(judged('shoe', [2, 2.1], 2).due).toBe('nothing');
  });
  it('finds the same outliers in any order of the positions', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...MEASURED_PARTS),
        fc.array(fc.integer({ min: 100, max: 300 }), { minLength: 1, maxLength: 9 }),
        (part, tenths) => {
          const values = tenths.map((t) => t / 10);
          const forward = judged(part, values, 20);
          const back = judged(part, [...values].reverse(), 20);
          const turned = (at: readonly number[]) => at.map((i) => values.length + 1 - i).sort((a, b) => a - b);
          expect(turned(back.past)).toEqual(forward.past);
          expect(turned(back.apart)).toEqual(forward.apart);
          expect(back.due).toBe(forward.due);
        },
      ),
    ));
});
