import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  convertLength,
  decodeDesignation,
  encodeDesignation,
  findSection,
  measuredSection,
  SECTIONS,
  seatingOf,
  sectionNamed,
  standardSizes,
  type LengthReference,
} from '.';

const decode = (text: string) => {
  const result = decodeDesignation(text);
  if (!result.ok) throw new Error(result.problem);
  return result.belt;
};
const plain = { bendsBack: false, drivesFromBack: false };

describe('belt numbers', () => {
  it.each<[string, string, number, 'pitchLength' | 'outsideLength' | 'insideLength', number]>([
    ['4L480', '4L', 1, 'outsideLength', 1219.2],
    ['3L335', '3L', 1, 'outsideLength', 850.9],
    ['5L1000', '5L', 1, 'outsideLength', 2540],
    [' 4l 480 ', '4L', 1, 'outsideLength', 1219.2],
    ['A46', 'A', 1, 'pitchLength', 47.3 * 25.4],
    ['B85', 'B', 1, 'pitchLength', 86.8 * 25.4],
    ['C120', 'C', 1, 'pitchLength', 122.9 * 25.4],
    ['AX46', 'AX', 1, 'pitchLength', 47.3 * 25.4],
    ['BX85', 'BX', 1, 'pitchLength', 86.8 * 25.4],
    ['3/B75', 'B', 3, 'pitchLength', 76.8 * 25.4],
    ['R3-B75', 'B', 3, 'pitchLength', 76.8 * 25.4],
    ['2BX75', 'BX', 2, 'pitchLength', 76.8 * 25.4],
    ['13x1170Li', 'A', 1, 'insideLength', 1170],
    ['17×1500 La', 'B', 1, 'outsideLength', 1500],
    ['SPA1180', 'SPA', 1, 'pitchLength', 1180],
    ['3V475', '3V', 1, 'outsideLength', 47.5 * 25.4],
    ['6PK1750', 'PK', 6, 'pitchLength', 1750],
    ['570K6', 'PK', 6, 'pitchLength', 57 * 25.4],
  ])('%s', (text, section, count, field, mm) => {
    const belt = decode(text);
    expect(belt.section).toBe(section);
    expect(belt.count).toBe(count);
    expect(belt[field]).toBeCloseTo(mm, 9);
    expect(belt.notched).toBe(/X\d/.test(text) && !/x/.test(text));
  });

  it.each([
    ['51 3/8', 1304.925],
    ['51-3/8"', 1304.925],
    ['51.375in', 1304.925],
    ['1305 mm', 1305],
    ['1305', 1305],
    ['48', 1219.2],
  ])('a bare %s is an outside length of no known section', (text, mm) => {
    expect(decode(text)).toMatchObject({ section: null, pitchLength: null, insideLength: null, notched: false, count: 1 });
    expect(decode(text).outsideLength).toBeCloseTo(mm, 9);
  });

  it.each(['', 'x', '7L480', '4L', '0PK1750', 'A46B', '4L9', '99999 mm', '-48', '13x', '0/B75'])(
    '%j is refused with a sentence',
    (text) => {
      const result = decodeDesignation(text);
      expect(result.ok).toBe(false);
      if (!result.ok) expect(result.problem).toMatch(/\.$/);
    },
  );

  it('reports a nominal length', () => {
    expect(decode('SPA1180').note).toContain('nominal');
    expect(decode('4L480').note).not.toContain('nominal');
  });

  it('a number encoded from its own length is the same number', () => {
    const names = ['4L480', '4L485', '3L200', 'A46', 'BX85', 'C120', 'SPA1180', '3V475', '6PK1750', '3/B75', 'AA60'];
    for (const name of names) {
      const belt = decode(name);
      expect(encodeDesignation(sectionNamed(belt.section!), belt.pitchLength!, 'pitch', belt.count)).toBe(name);
    }
    expect(encodeDesignation(sectionNamed('4L'), 1223, 'outside')).toBeNull();
  });

  it('standard sizes are those in the range and no others', () => {
    const sizes = standardSizes(sectionNamed('4L'), 1211, 1229.2);
    expect(sizes.map((s) => s.designation)).toEqual(['4L480']);
    expect(standardSizes(sectionNamed('A'), 1200, 1300).map((s) => s.designation)).toEqual(['A46', 'A47', 'A48']);
  });
});

describe('lengths along the belt', () => {
  it('converts there and back without change, and orders the lines outside, pitch, inside', () => {
    const references: LengthReference[] = ['pitch', 'outside', 'inside'];
    fc.assert(
      fc.property(
        fc.constantFrom(...SECTIONS),
        fc.double({ min: 300, max: 5000, noNaN: true }),
        fc.constantFrom(...references),
        fc.constantFrom(...references),
        (section, mm, a, b) => {
          expect(convertLength(convertLength(mm, a, b, section), b, a, section)).toBeCloseTo(mm, 9);
          expect(convertLength(mm, 'pitch', 'outside', section)).toBeGreaterThan(mm);
          expect(convertLength(mm, 'pitch', 'inside', section)).toBeLessThan(mm);
        },
      ),
    );
  });

  it('a circle of belt has the circumferences of its three lines', () => {
    const a = sectionNamed('A');
    const radius = 200;
    expect(convertLength(2 * Math.PI * radius, 'outside', 'inside', a)).toBeCloseTo(2 * Math.PI * (radius - a.depthMm), 9);
  });
});

describe('seating', () => {
  it.each([
    ['4L', 'A'],
    ['A', '4L'],
    ['5L', 'B'],
    ['B', '5L'],
    ['AX', 'A'],
    ['4L', '4L'],
  ])('%s seats in grooves for %s', (belt, groove) => {
    expect(seatingOf(sectionNamed(belt), sectionNamed(groove), plain).problems).toEqual([]);
  });
  it('every section seats in its own grooves', () => {
    for (const section of SECTIONS) expect([section.name, seatingOf(section, section, plain).problems]).toEqual([section.name, []]);
  });
  it.each([
    ['B', '4L', 'rides-proud'],
    ['5L', 'A', 'rides-proud'],
    ['3L', '4L', 'bottoms-out'],
    ['A', 'B', 'bottoms-out'],
  ])('%s in grooves for %s %s', (belt, groove, problem) => {
    expect(seatingOf(sectionNamed(belt), sectionNamed(groove), plain).problems).toContain(problem);
  });
  it('flanks at another angle bear on an edge', () => {
    expect(seatingOf(measuredSection(12.7, 7.9, 30), sectionNamed('A'), plain).problems).toEqual(['wrong-angle']);
  });
  it('a route that bends or drives over the back refuses belts that cannot', () => {
    expect(seatingOf(sectionNamed('SPA'), sectionNamed('SPA'), { bendsBack: true, drivesFromBack: false }).problems).toEqual([
      'cannot-bend-back',
    ]);
    expect(seatingOf(sectionNamed('A'), sectionNamed('A'), { bendsBack: true, drivesFromBack: true }).problems).toEqual([
      'cannot-drive-back',
    ]);
    expect(seatingOf(sectionNamed('AA'), sectionNamed('A'), { bendsBack: true, drivesFromBack: true }).problems).toEqual([]);
  });
  it('singles may run side by side but a band of another width may not', () => {
    const b = sectionNamed('B');
    expect(seatingOf(b, b, plain, { candidate: 1, groove: 3 }).problems).toEqual([]);
    expect(seatingOf(b, b, plain, { candidate: 2, groove: 3 }).problems).toEqual(['wrong-count']);
  });
  it('the six stated sections hold the published figures', () => {
    expect(
      SECTIONS.filter((s) => s.stated).map((s) => [s.name, s.topMm, s.depthMm, s.pitchLineMm, s.massKgPerM, s.angleDeg, s.stiffnessN]),
    ).toEqual([
      ['3L', 9.5, 5.6, 2.1, 0.05, 40, 25000],
      ['4L', 12.7, 7.9, 3.3, 0.09, 40, 45000],
      ['5L', 16.7, 9.7, 4.1, 0.145, 40, 65000],
      ['A', 12.7, 7.9, 3.6, 0.105, 40, 55000],
      ['B', 16.7, 10.3, 4.85, 0.17, 40, 82000],
      ['C', 22.2, 13.5, 6.6, 0.3, 40, 146000],
    ]);
    expect(findSection('Z9')).toBeUndefined();
  });
});
