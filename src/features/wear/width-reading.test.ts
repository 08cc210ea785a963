import { describe, expect, it } from 'vitest';
import { emptyRibs, readWidth, summaryOf, widthsOf, type WidthFields } from './width-reading';

const BELT = { id: 'b', label: 'Drive belt' };
const fields = (more: Partial<WidthFields> = {}): WidthFields => ({
  method: 'rib-top',
  ribs: [{ mm: 30.1 }, { mm: 30.3 }, { mm: null }],
  zeroMm: 0.1,
  meter: 1500,
  unit: 'km',
  isFresh: false,
  fittedAt: 900,
  minimumMm: 28.6,
  newMm: 30.5,
  ...more,
});

describe('a width as entered', () => {
  it('has the value of the closed caliper subtracted from each rib', () => {
    const read = readWidth(fields(), BELT);
    expect(read).toMatchObject({ ok: true, width: { belt: BELT, meter: 1500, fittedAt: 900, zeroMm: 0.1 } });
    expect(read.ok && read.width.widths).toEqual([expect.closeTo(30, 9), expect.closeTo(30.2, 9)]);
  });
  it('counts an empty value of the closed caliper as 0', () => {
    expect(widthsOf(fields({ zeroMm: null }))).toEqual([30.1, 30.3]);
  });
  it('is fitted at the present meter if it has not run', () => {
    expect(readWidth(fields({ isFresh: true, fittedAt: null }), BELT)).toMatchObject({ ok: true, width: { fittedAt: 1500 } });
  });
  it.each<[Partial<WidthFields>, string, RegExp]>([
    [{ ribs: emptyRibs('rib-top') }, 'root', /Enter a width/],
    [{ ribs: [{ mm: 30 }] }, 'root', /another rib/],
    [{ meter: null }, 'meter', /Enter the meter\./],
    [{ fittedAt: null }, 'fittedAt', /fitted/],
    [{ fittedAt: 1501 }, 'meter', /less than when the belt was fitted/],
    [{ minimumMm: null }, 'minimumMm', /minimum width/],
    [{ newMm: 28.6 }, 'newMm', /greater than the minimum/],
  ])('is refused with the field and the reason: %j', (more, field, problem) => {
    expect(readWidth(fields(more), BELT)).toMatchObject({ ok: false, field, problem: expect.stringMatching(problem) as string });
  });
  it('accepts one rib by the method for one rib, and no known new width', () => {
    expect(readWidth(fields({ method: 'single', ribs: [{ mm: 30 }], newMm: null }), BELT).ok).toBe(true);
  });
});

describe('the summary of widths', () => {
  it('has a mean from one width, and a spread from two', () => {
    expect(summaryOf([])).toEqual({ meanMm: null, spreadMm: null });
    expect(summaryOf([30])).toEqual({ meanMm: 30, spreadMm: null });
    expect(summaryOf([30, 29, 31])).toEqual({ meanMm: 30, spreadMm: 2 });
  });
  it('starts with five ribs, one rib or three readings', () => {
    expect((['rib-top', 'single', 'flank-line'] as const).map((m) => emptyRibs(m).length)).toEqual([5, 1, 3]);
  });
});
