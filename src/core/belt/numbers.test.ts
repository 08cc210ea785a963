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
  ['A461', null],
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
  ['1,305', [null, 1, 'outside', 1305]],
  ['1,305 mm', [null, 1, 'outside', 1305]],
  ['99999 mm', null],
  ['20 mm', null],
  ['-48', null],
  ['', null],
  ['belt', null],
  ['x', null],
  ['4L480 A46', null],
  // A letter of make or cover behind the number.
  ['4L480K', ['4L', 1, 'outside', 1219.2]],
  ['4l480k', ['4L', 1, 'outside', 1219.2]],
  ['4L480 K', ['4L', 1, 'outside', 1219.2]],
  ['A46K', ['A', 1, 'pitch', 47.3 * IN]],
  ['B85W', ['B', 1, 'pitch', 86.8 * IN]],
  ['4L480L', null],
  ['4L480KK', null],
  // Two names of one belt.
  ['B85 / 5L880', ['B', 1, 'pitch', 86.8 * IN]],
  ['B85/5L880', ['B', 1, 'pitch', 86.8 * IN]],
  ['5L880 = B85', ['5L', 1, 'outside', 88 * IN]],
  ['A46 (4L480)', ['A', 1, 'pitch', 47.3 * IN]],
  ['4L480 or A46', ['4L', 1, 'outside', 1219.2]],
  ['4L480/A51', null],
  ['A46 / 5L480', null],
  ['A46 / A460', null],
  // Top width and outside length.
  ['1/2 x 48', [null, 1, 'outside', 1219.2]],
  ['1/2x48', [null, 1, 'outside', 1219.2]],
  ['1/2" x 48"', [null, 1, 'outside', 1219.2]],
  ['5/8 × 51 3/8', [null, 1, 'outside', 51.375 * IN]],
  ['21/32 x 88 in', [null, 1, 'outside', 88 * IN]],
  ['0.5 x 48', [null, 1, 'outside', 1219.2]],
  ['12.7 x 1219 mm', [null, 1, 'outside', 1219]],
  ['12.7 mm x 1,219 mm', [null, 1, 'outside', 1219]],
  ['4 x 48', null],
  ['1/2 x 4800', null],
  ['1/2 x', null],
  // Variable-speed and joined agricultural belts.
  ['33x925', [null, 1, 'outside', 925]],
  ['33 x 925 mm', [null, 1, 'outside', 925]],
  ['33x925Li', [null, 1, 'inside', 925]],
  ['32x925', [null, 1, 'outside', 925]],
  ['19x925', null],
  ['81x925', null],
  ['33x399', null],
  ['33x4001', null],
  ['2HA1500', ['HA', 2, 'outside', 1500]],
  ['2 HB 3000', ['HB', 2, 'outside', 3000]],
  ['10HC8000', ['HC', 10, 'outside', 8000]],
  ['HA1500', null],
  ['11HA1500', null],
  ['2HA999', null],
  ['2HD1500', null],
  // Large classical sizes exceed their nominal by less.
  ['B224', ['B', 1, 'pitch', 225.8 * IN]],
  ['B225', ['B', 1, 'pitch', 225.3 * IN]],
  ['BX240', ['BX', 1, 'pitch', 240.3 * IN]],
  ['C240', ['C', 1, 'pitch', 240.9 * IN]],
  ['D300', ['D', 1, 'pitch', 300.8 * IN]],
  ['E360', ['E', 1, 'pitch', 361 * IN]],
  ['3/B300', ['B', 3, 'pitch', 300.3 * IN]],
  // Sizes that no belt has, either side of each range.
  ['3L100', ['3L', 1, 'outside', 10 * IN]],
  ['3L095', null],
  ['3L800', ['3L', 1, 'outside', 80 * IN]],
  ['3L805', null],
  ['4L115', null],
  ['4L120', ['4L', 1, 'outside', 12 * IN]],
  ['4L1200', ['4L', 1, 'outside', 120 * IN]],
  ['4L1205', null],
  ['4L4800', null],
  ['5L145', null],
  ['5L1300', ['5L', 1, 'outside', 130 * IN]],
  ['5L1305', null],
  ['A14', null],
  ['A15', ['A', 1, 'pitch', 16.3 * IN]],
  ['A200', ['A', 1, 'pitch', 201.3 * IN]],
  ['A201', null],
  ['A460', null],
  ['AX201', null],
  ['AA201', null],
  ['B19', null],
  ['B670', ['B', 1, 'pitch', 670.3 * IN]],
  ['B671', null],
  ['C34', null],
  ['D89', null],
  ['E139', null],
  ['3V195', null],
  ['3V1500', ['3V', 1, 'outside', 150 * IN]],
  ['3V1505', null],
  ['5V395', null],
  ['8V890', null],
  ['SPA118', null],
  ['SPA599', null],
  ['SPA5000', ['SPA', 1, 'pitch', 5000]],
  ['SPA5001', null],
  ['SPZ449', null],
  ['SPB999', null],
  ['SPC1799', null],
  ['XPB999', null],
  ['10x249', null],
  ['13x399', null],
  ['13x6001', null],
  ['17x18000', ['B', 1, 'inside', 18000]],
  ['22x699', null],
  ['60PK1750', null],
  ['1PK1750', null],
  ['25PK3500', ['PK', 25, 'pitch', 3500]],
  ['26PK1750', null],
  ['6PK299', null],
  ['6PK3501', null],
  // Thousands, feet and inches.
  ['1,219 mm', [null, 1, 'outside', 1219]],
  ['1,219.2 mm', [null, 1, 'outside', 1219.2]],
  ['1,219mm La', [null, 1, 'outside', 1219]],
  ['51,375 in', [null, 1, 'outside', 51.375 * IN]],
  ['1.219 mm', null],
  ['1.219 m', [null, 1, 'outside', 1219]],
  ['51\' 3/8"', null],
  ['4\' 3 3/8"', [null, 1, 'outside', 51.375 * IN]],
  ['A46 x 2', ['A', 2, 'pitch', 47.3 * IN]],
  ['belt 4L480', ['4L', 1, 'outside', 1219.2]],
  ['V-belt A46', ['A', 1, 'pitch', 47.3 * IN]],
  ['#4L480', ['4L', 1, 'outside', 1219.2]],
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

  it.each([
    ['A460', '15 to 200'],
    ['4L4800', '12 to 120 in'],
    ['SPA118', '600 to 5000 mm'],
    ['60PK1750', '2 to 25 ribs'],
    ['2HA999', '1000 to 8000 mm'],
    ['13x399', '400 to 6000 mm'],
  ])('%s is refused with the sizes that exist', (text, sizes) => {
    const read = decodeDesignation(text);
    expect(read.ok || read.problem).toContain(sizes);
  });

  it('every nominal size encodes from its own length', () => {
    for (const name of ['B', 'C', 'D', 'E', 'BX'])
      for (let nominal = 150; nominal <= 660; nominal += 1) {
        const read = decodeDesignation(`${name}${nominal}`);
        if (!read.ok) throw new Error(read.problem);
        const again = decodeDesignation(encodeDesignation(sectionNamed(name), read.belt.pitchLength!, 'pitch')!);
        expect(again.ok && again.belt.pitchLength).toBeCloseTo(read.belt.pitchLength!, 9);
      }
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

it.each(['300H100', '640-8M-20', 'T10/1250', '150 XL 037'])('%s is named as a toothed belt and refused', (text) => {
  const read = decodeDesignation(text);
  expect(read).toMatchObject({ ok: false, problem: expect.stringContaining('Toothed belts are not covered') });
});
