import { beforeAll, describe, expect, it } from 'vitest';
import { usualDeflection } from '@/core/tension';
import { answerTension } from '@/services/tension';
import { RIDER_DRIVE } from '../test-records';
import { methodsOf, NO_READING, placeOf, readingOf, type Answered } from './reading-fields';

const DRIVE = RIDER_DRIVE.document;
let answer: Answered;
beforeAll(() => {
  const answered = answerTension({ drive: DRIVE, beltId: 'blade', readings: [] });
  if (!answered.ok) throw new Error(JSON.stringify(answered));
  answer = answered;
});

describe('the place of a reading', () => {
  it('is the longest span, the first spring or the first adjuster, until another is chosen', () => {
    const lengths = answer.spans.map((s) => s.length);
    expect(placeOf(DRIVE, answer, NO_READING).span.length).toBe(Math.max(...lengths));
    expect(placeOf(DRIVE, answer, { ...NO_READING, method: 'spring-length' }).spring?.id).toBe(answer.sheet.springs[0]!.id);
    const other = answer.spans.find((s) => s.length !== Math.max(...lengths))!;
    expect(placeOf(DRIVE, answer, { ...NO_READING, place: `${other.from}>${other.to}` }).span).toMatchObject(other);
  });
  it('ignores a chosen place that another method has', () => {
    const spring = answer.sheet.springs[0]!.id;
    expect(placeOf(DRIVE, answer, { ...NO_READING, place: spring }).atSpan).toBe(true);
    expect(placeOf(DRIVE, answer, { ...NO_READING, place: spring }).span.length).toBeGreaterThan(0);
  });
  it('has a dimension of its own only for marks', () => {
    expect(placeOf(DRIVE, answer, NO_READING).placeIn).toBeNull();
    expect(placeOf(DRIVE, answer, { ...NO_READING, method: 'marks' }).placeIn).not.toBeNull();
  });
  it('pushes by a sixty-fourth of the span unless another deflection is entered', () => {
    const usual = placeOf(DRIVE, answer, { ...NO_READING, method: 'deflection' });
    expect(usual.pushedMm).toBe(usualDeflection(usual.span.length));
    expect(placeOf(DRIVE, answer, { ...NO_READING, method: 'deflection', deflectionMm: 7 }).pushedMm).toBe(7);
  });
});

describe('a reading in the form of the core', () => {
  it('holds the value under the name of its method, at its place', () => {
    const place = placeOf(DRIVE, answer, { ...NO_READING, deflectionMm: 6 });
    const at = [place.span.from, place.span.to];
    expect(readingOf('tap', 41, place)).toEqual({ method: 'tap', at, hz: 41 });
    expect(readingOf('deflection', 12, place)).toEqual({ method: 'deflection', at, forceN: 12, deflectionMm: 6 });
    expect(readingOf('thumb', 9, place)).toEqual({ method: 'thumb', at, value: 9 });
    expect(readingOf('spring-length', 203, place)).toEqual({ method: 'spring-length', at: place.spring!.id, lengthMm: 203 });
  });
  it('is by methods that the drive allows', () => {
    expect(methodsOf(DRIVE, answer)).toContain('spring-length');
    expect(methodsOf({ ...DRIVE, adjusters: [] }, answer)).not.toContain('marks');
    const withoutSprings = { ...answer, sheet: { ...answer.sheet, springs: [] } };
    expect(methodsOf(DRIVE, withoutSprings)).not.toContain('spring-length');
  });
});
