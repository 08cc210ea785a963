import { describe, expect, it } from 'vitest';
import { decodeDesignation, guessBelt, SECTIONS, sectionNamed } from '.';

const outside = (designation: string) => {
  const read = decodeDesignation(designation);
  if (!read.ok) throw new Error(read.problem);
  return read.belt.outsideLength!;
};

describe('a belt without a readable number', () => {
  it.each(['4L475', '5L560', 'A41', 'B103'])('%s as new is guessed first', (designation) => {
    const section = SECTIONS.find((s) => s.name === /^\d?[A-Z]+/.exec(designation)![0])!;
    const [best] = guessBelt({ topMm: section.topMm, depthMm: section.depthMm, outsideMm: outside(designation) });
    // 4L and A share their width and some lengths; either name is right.
    expect(Math.abs(best!.outsideMm! - outside(designation))).toBeLessThan(2);
    expect(
      guessBelt({ topMm: section.topMm, depthMm: section.depthMm, outsideMm: outside(designation) })
        .slice(0, 3)
        .map((g) => g.designation),
    ).toContain(designation);
  });
  it('odds are shares of one whole, best first', () => {
    const guesses = guessBelt({ topMm: 12.4, outsideMm: 1209 });
    const sum = guesses.reduce((total, g) => total + g.odds, 0);
    expect(sum).toBeGreaterThan(0.8);
    expect(sum).toBeLessThanOrEqual(1 + 1e-9);
    expect(guesses.map((g) => g.odds)).toEqual(guesses.map((g) => g.odds).sort((a, b) => b - a));
  });
  it('a worn belt measures narrow and long: the size it was comes before the size above', () => {
    const worn = guessBelt({ topMm: 12.1, depthMm: 7.5, outsideMm: outside('4L475') + 7 }).filter((g) => g.section === '4L');
    const of = (designation: string) => worn.find((g) => g.designation === designation)?.odds ?? 0;
    expect(of('4L475')).toBeGreaterThan(of('4L480'));
    expect(worn[0]!.narrowedMm).toBeGreaterThan(0);
    expect(worn.find((g) => g.designation === '4L475')!.stretched).toBeCloseTo(7 / outside('4L475'), 6);
  });
  it('prefers the section of the drive among equal sections, and no section of another size', () => {
    const alike = { topMm: 12.7, depthMm: 7.9 };
    expect(guessBelt({ ...alike, expected: 'A' })[0]!.section).toBe('A');
    expect(guessBelt({ ...alike, expected: '4L' })[0]!.section).toBe('4L');
    expect(guessBelt({ topMm: 16.7, depthMm: 10.2, expected: '4L' })[0]!.section).not.toBe('4L');
    const odds = guessBelt({ ...alike, expected: 'A' }).reduce((total, g) => total + g.odds, 0);
    expect(odds).toBeGreaterThan(0.9);
    expect(odds).toBeLessThanOrEqual(1 + 1e-9);
  });
  it('ribs lead to ribbed sections only, and nothing measured to no guess', () => {
    expect(guessBelt({ topMm: 21.4, ribs: 6, outsideMm: 1120 }).every((g) => sectionNamed(g.section).family === 'ribbed')).toBe(true);
    expect(guessBelt({ topMm: 12.7 }).some((g) => sectionNamed(g.section).family === 'ribbed')).toBe(false);
    expect(guessBelt({})).toEqual([]);
    expect(guessBelt({ angleDeg: 40 })).toEqual([]);
  });
});
