import { describe, expect, it } from 'vitest';
import { decodeDesignation, encodeDesignation, sectionNamed, type LengthReference } from '.';

const IN = 25.4;

/** Belt numbers and lengths as people write them: section, count, along which line, mm; or null where they must be refused. */
const WRITINGS: readonly (readonly [string, readonly [string | null, number, LengthReference, number] | null])[] = [
  ['4L480', ['4L', 1, 'outside', 1219.2]],
  ['4l480', ['4L', 1, 'outside', 1219.2]],
  ['4L-480', ['4L', 1, 'outside', 1219.2]],
  ['4L 480', ['4L', 1, 'outside', 1219.2]],
  ['4L - 480', ['4L', 1, 'outside', 1219.2]],
  ['4L485', ['4L', 1, 'outside', 1231.9]],
  ['3L140', ['3L', 1, 'outside', 355.6]],
  ['5L1000', ['5L', 1, 'outside', 2540]],
  ['2L150', ['2L', 1, 'outside', 381]],
  ['4L48', null],
  ['5L62', null],
  ['4L4 80', null],
  ['4L48 0', null],
  ['4L', null],
  ['A46', ['A', 1, 'pitch', 47.3 * IN]],
  ['a46', ['A', 1, 'pitch', 47.3 * IN]],
  ['A-46', ['A', 1, 'pitch', 47.3 * IN]],
  ['A 46', ['A', 1, 'pitch', 47.3 * IN]],
  ['A46.5', ['A', 1, 'pitch', 47.8 * IN]],
  ['A461', ['A', 1, 'pitch', 462.3 * IN]],
  ['A46 1', null],
  ['B75', ['B', 1, 'pitch', 76.8 * IN]],
  ['B75 2', null],
  ['B-75', ['B', 1, 'pitch', 76.8 * IN]],
  ['C120', ['C', 1, 'pitch', 122.9 * IN]],
  ['D144', ['D', 1, 'pitch', 147.3 * IN]],
  ['E180', ['E', 1, 'pitch', 184.5 * IN]],
  ['AX46', ['AX', 1, 'pitch', 47.3 * IN]],
  ['AX-46', ['AX', 1, 'pitch', 47.3 * IN]],
  ['BX85', ['BX', 1, 'pitch', 86.8 * IN]],
  ['CX120', ['CX', 1, 'pitch', 122.9 * IN]],
  ['AA60', ['AA', 1, 'pitch', 61.3 * IN]],
  ['BB75', ['BB', 1, 'pitch', 76.8 * IN]],
  ['A46B', null],
  ['AB46', null],
  ['F46', null],
  ['3/B75', ['B', 3, 'pitch', 76.8 * IN]],
  ['3-B75', ['B', 3, 'pitch', 76.8 * IN]],
  ['R3-B75', ['B', 3, 'pitch', 76.8 * IN]],
  ['3B75', ['B', 3, 'pitch', 76.8 * IN]],
  ['2BX75', ['BX', 2, 'pitch', 76.8 * IN]],
  ['2 x A46', ['A', 2, 'pitch', 47.3 * IN]],
  ['2xA46', ['A', 2, 'pitch', 47.3 * IN]],
  ['2×A46', ['A', 2, 'pitch', 47.3 * IN]],
  ['2 x 4L480', ['4L', 2, 'outside', 1219.2]],
  ['3 x SPA1180', ['SPA', 3, 'pitch', 1180]],
  ['0/B75', null],
  ['0 x A46', null],
  ['2 x', null],
  ['2 x 46', null],
  ['Z40', ['Z', 1, 'inside', 40 * IN]],
  ['10x1000', ['Z', 1, 'inside', 1000]],
  ['10x1000Li', ['Z', 1, 'inside', 1000]],
  ['13x1170Li', ['A', 1, 'inside', 1170]],
  ['13x1170', ['A', 1, 'inside', 1170]],
  ['13 x 1170 Li', ['A', 1, 'inside', 1170]],
  ['13×1170 La', ['A', 1, 'outside', 1170]],
  ['17x1500Lw', ['B', 1, 'pitch', 1500]],
  ['22x2000Ld', ['C', 1, 'pitch', 2000]],
  ['32x3000', ['D', 1, 'inside', 3000]],
  ['14x1170', null],
  ['13x', null],
  ['13 1170', null],
  ['SPZ1000', ['SPZ', 1, 'pitch', 1000]],
  ['SPA1180', ['SPA', 1, 'pitch', 1180]],
  ['SPA-1180', ['SPA', 1, 'pitch', 1180]],
  ['SPA 1180 Lw', ['SPA', 1, 'pitch', 1180]],
  ['SPB2000', ['SPB', 1, 'pitch', 2000]],
  ['SPC3000', ['SPC', 1, 'pitch', 3000]],
  ['SPD3000', null],
  ['XPZ1000', ['XPZ', 1, 'pitch', 1000]],
  ['XPA1180', ['XPA', 1, 'pitch', 1180]],
  ['XPB2000', ['XPB', 1, 'pitch', 2000]],
  ['3V475', ['3V', 1, 'outside', 47.5 * IN]],
  ['3VX475', ['3VX', 1, 'outside', 47.5 * IN]],
  ['5V850', ['5V', 1, 'outside', 85 * IN]],
  ['5VX850', ['5VX', 1, 'outside', 85 * IN]],
  ['8V1000', ['8V', 1, 'outside', 100 * IN]],
  ['4V475', null],
  ['3V47', null],
  ['6PK1750', ['PK', 6, 'pitch', 1750]],
  ['6 PK 1750', ['PK', 6, 'pitch', 1750]],
  ['10PJ610', ['PJ', 10, 'pitch', 610]],
  ['570K6', ['PK', 6, 'pitch', 57 * IN]],
  ['K060570', ['PK', 6, 'pitch', 57 * IN]],
  ['K100800', ['PK', 10, 'pitch', 80 * IN]],
  ['6DPK1195', ['DPK', 6, 'pitch', 1195]],
  ['0PK1750', null],
  ['2 x 6PK1750', null],
  ['K0605', null],
  ['51 3/8', [null, 1, 'outside', 51.375 * IN]],
  ['51-3/8"', [null, 1, 'outside', 51.375 * IN]],
  ['51" 3/8', [null, 1, 'outside', 51.375 * IN]],
  ['51 3/8 OC', [null, 1, 'outside', 51.375 * IN]],
  ['51 3/8" O.C.', [null, 1, 'outside', 51.375 * IN]],
  ['51 3/8 in outside', [null, 1, 'outside', 51.375 * IN]],
  ['51.375in', [null, 1, 'outside', 51.375 * IN]],
  ['4 ft 3 3/8', [null, 1, 'outside', 51.375 * IN]],
  ['48', [null, 1, 'outside', 1219.2]],
  ['1305', [null, 1, 'outside', 1305]],
  ['1305 mm', [null, 1, 'outside', 1305]],
  ['1 305 mm', [null, 1, 'outside', 1305]],
  ['1305 La', [null, 1, 'outside', 1305]],
  ['1305 mm La', [null, 1, 'outside', 1305]],
  ['1170Li', [null, 1, 'inside', 1170]],
  ['1170 Li', [null, 1, 'inside', 1170]],
  ['1180Lw', [null, 1, 'pitch', 1180]],
  ['46 IC', [null, 1, 'inside', 46 * IN]],
  ['130.5 cm', [null, 1, 'outside', 1305]],
  ["1'219 mm", null],
  ['513/8"', null],
  ['473/4', null],
  ['115/16', null],
  ['51 11/8', null],
  ['48 17/16', null],
  ['51 3/80', null],
  ["51'", null],
  ['51 ft', null],
  ['51 3/8 mm', null],
  ['1,305', null],
  ['1,305 mm', null],
  ['99999 mm', null],
  ['20 mm', null],
  ['-48', null],
  ['', null],
  ['belt', null],
  ['x', null],
  ['4L480 A46', null],
];

describe('belt numbers and lengths as they are written', () => {
  it.each(WRITINGS)('%j', (text, expected) => {
    const read = decodeDesignation(text);
    if (expected === null) {
      expect([text, read.ok && read.belt]).toEqual([text, false]);
      if (!read.ok) expect(read.problem).toMatch(/^\S.+\.$/);
      return;
    }
    const [section, count, reference, mm] = expected;
    expect([text, read.ok ? [read.belt.section, read.belt.count] : read.problem]).toEqual([text, [section, count]]);
    if (!read.ok) return;
    const along = { outside: read.belt.outsideLength, inside: read.belt.insideLength, pitch: read.belt.pitchLength };
    expect(along[reference]).toBeCloseTo(mm, 8);
    if (section === null) expect(Object.values(along).filter((v) => v !== null)).toHaveLength(1);
    else expect(read.belt.notched).toBe(/^(AX|BX|CX|3VX|5VX|XP)/.test(section));
  });

  it('the number of a standard size reads back as that size', () => {
    for (const [text, expected] of WRITINGS) {
      if (!expected?.[0] || !/^[A-Z0-9]+$/.test(text)) continue;
      const read = decodeDesignation(text);
      if (!read.ok) throw new Error(read.problem);
      const name = encodeDesignation(sectionNamed(expected[0]), read.belt.pitchLength!, 'pitch', read.belt.count);
      if (name === null) continue;
      const again = decodeDesignation(name);
      expect([text, name, again.ok && again.belt.pitchLength]).toEqual([text, name, expect.closeTo(read.belt.pitchLength!, 0)]);
      expect(again.ok && [again.belt.section, again.belt.count]).toEqual([read.belt.section, read.belt.count]);
    }
  });
});
