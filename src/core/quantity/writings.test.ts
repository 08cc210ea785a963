import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatInUnit, formatQuantity, otherReading, parseQuantity, preferredUnit, UNITS, type Dimension, type UnitSetting } from '.';

const IN = 25.4;
const LB = 4.4482216152605;

/**
 * Typed values with their meaning in the unit of the core. Null if the text must be refused as ambiguous. One line per
 * value: text, value; by dimension and assumed unit.
 */
const TABLE: readonly (readonly [Dimension, string | undefined, readonly (readonly [string, number | null])[]])[] = [
  [
    'length',
    'in',
    [
      ['51 3/8', 51.375 * IN],
      ['51-3/8', 51.375 * IN],
      ['51 - 3/8', 51.375 * IN],
      ['51 3/8"', 51.375 * IN],
      ['51-3/8"', 51.375 * IN],
      ['51" 3/8', 51.375 * IN],
      ['51"3/8', 51.375 * IN],
      ['51″ 3/8', 51.375 * IN],
      ['51 3/8 in', 51.375 * IN],
      ['51 3/8in', 51.375 * IN],
      ['51 3/8 in.', 51.375 * IN],
      ['51 3/8 inch', 51.375 * IN],
      ['51 3/8 inches', 51.375 * IN],
      ["51 3/8''", 51.375 * IN],
      ['51⅜', 51.375 * IN],
      ['51 ⅜"', 51.375 * IN],
      ['51 3⁄8', 51.375 * IN],
      ['51.375', 51.375 * IN],
      ['51.375"', 51.375 * IN],
      ['51,375 in', null],
      ['0,375 in', 0.375 * IN],
      ['0,375', 0.375 * IN],
      ['00,375', 0.375 * IN],
      ['.375', 0.375 * IN],
      ['0.375', 0.375 * IN],
      ['3/8', 0.375 * IN],
      ['⅜', 0.375 * IN],
      ['15/16', (15 / 16) * IN],
      ['31/32"', (31 / 32) * IN],
      ['63/64', (63 / 64) * IN],
      ['1 1/2', 1.5 * IN],
      ['1 1/16', 1.0625 * IN],
      ['1/3', IN / 3],
      ['48', 48 * IN],
      ['48.', 48 * IN],
      ['+48', 48 * IN],
      ['-1/2', -0.5 * IN],
      ['−1/2', -0.5 * IN],
      ['4 ft', 48 * IN],
      ["4'", 48 * IN],
      ['4 ft 3', 51 * IN],
      ['4 ft 3 3/8', 51.375 * IN],
      ['4\' 3 3/8"', 51.375 * IN],
      ['4\'3-3/8"', 51.375 * IN],
      ['4\'3"', 51 * IN],
      ['4\' 3" 3/8', 51.375 * IN],
      ['4 feet 3 inches', 51 * IN],
      ["1' 11", 23 * IN],
      ['4 ft 12', null],
      ['4 ft 13', null],
      ["1'219", null],
      ["1'219 mm", null],
      ['1’219 mm', null],
      ['1 ft 219 mm', null],
      ['4 in 3 ft', null],
      ['513/8"', null],
      ['513/8', null],
      ['473/4', null],
      ['115/16', null],
      ['16/16', null],
      ['8/8', null],
      ['51 8/8', null],
      ['51 11/8', null],
      ['48 17/16', null],
      ['51 0/8', null],
      ['51 3/80', null],
      ['51 3/7', null],
      ['51 3/100', null],
      ['51 3/', null],
      ['51 /8', null],
      ['51 3/8 3/8', null],
      ['51 3', null],
      ['5 1 3/8', null],
      ['1 305', null],
      ['1,305', null],
      ['1.305,5', null],
      ['51 3/8 ish', null],
      ['about 51', null],
      ['51?', null],
      ['51 3/8 lb', null],
      ['48 in 3/8', null],
      ['48 in 2', null],
      ['1240 mi', null],
      ['--48', null],
      ['48-', null],
      ['48 1/2 1', null],
    ],
  ],
  [
    'length',
    'mm',
    [
      ['1305', 1305],
      ['1305 mm', 1305],
      ['1305mm', 1305],
      ['1305 MM', 1305],
      ['1305.5', 1305.5],
      ['1305,5', 1305.5],
      ['1305,5 mm', 1305.5],
      ['130,5 cm', 1305],
      ['130.5 cm', 1305],
      ['1,3 m', 1300],
      ['1.305 m', 1305],
      ['1 305 mm', 1305],
      ['1\u2009305 mm', 1305],
      ['1\u00a0305 mm', 1305],
      ['1\u202f305,5 mm', 1305.5],
      ['12 000 mm', 12000],
      ['1 m 30 cm', 1300],
      ['1 m 305 mm', 1305],
      ['1 m 1305 mm', null],
      ['1 305', null],
      ['1,305', null],
      ['1,305 mm', null],
      ["1'305", null],
      ["1'305 mm", null],
      ['51 3/8', 51.375 * IN],
      ['3/8', 0.375 * IN],
      ['51 3/8"', 51.375 * IN],
      ['51 3/8 mm', null],
      ['1/2 mm', null],
      ['1 1/2 cm', null],
      ['1/2 m', null],
      ['12 mm 3', null],
      ['1305 mm 2', null],
      ['1305 N', null],
      ['1305 mm mm', null],
      ['1.305.0', null],
      ['13 05', null],
      ['1 30 mm', null],
      ['1 3055 mm', null],
    ],
  ],
  [
    'force',
    'lb',
    [
      ['12', 12 * LB],
      ['12 lb', 12 * LB],
      ['12lb', 12 * LB],
      ['12 lbs', 12 * LB],
      ['12 lbf', 12 * LB],
      ['12#', 12 * LB],
      ['12 pounds', 12 * LB],
      ['12 1/2 lb', 12.5 * LB],
      ['12 lb 4 oz', 12.25 * LB],
      ['12 lb 4', 12.25 * LB],
      ['4 oz', 0.25 * LB],
      ['55 N', 55],
      ['55n', 55],
      ['1 500 N', 1500],
      ['10 000 N', 10000],
      ['1.5 kN', 1500],
      ['2 kgf', 19.6133],
      ['2 kg', 19.6133],
      ['12 lb 16 oz', null],
      ['12 lb 4 N', null],
      ['12 4', null],
      ['1 500', null],
      ['1 50 N', null],
      ['1,500 N', null],
      ['12 lb/in', null],
      ['12 mm', null],
    ],
  ],
  [
    'rate',
    'N/mm',
    [
      ['4', 4],
      ['4 N/mm', 4],
      ['4N/mm', 4],
      ['4 N / mm', 4],
      ['4 N /mm', 4],
      ['4 n/mm', 4],
      ['4000 N/m', 4],
      ['23 lb/in', (23 * LB) / IN],
      ['23 lb / in', (23 * LB) / IN],
      ['23 lbf/in', (23 * LB) / IN],
      ['4,5 N/mm', 4.5],
      ['4 N', null],
      ['4 mm', null],
      ['4 N/mm/mm', null],
    ],
  ],
  [
    'rotation',
    undefined,
    [
      ['3200', 3200],
      ['3200 rpm', 3200],
      ['3,200 rpm', 3200],
      ['3,200', 3200],
      ['3 200 rpm', 3200],
      ['3200 r/min', 3200],
      ['3200 1/min', null],
      ['3,20 rpm', 3.2],
      ['3200 Hz', null],
    ],
  ],
  [
    'power',
    undefined,
    [
      ['4', 4],
      ['4 kW', 4],
      ['4 kw', 4],
      ['4000 W', 4],
      ['5.5 hp', 5.5 * 0.745699871582],
      ['5 1/2 hp', 5.5 * 0.745699871582],
      ['1/2 hp', 0.5 * 0.745699871582],
      ['5 hp 3', null],
      ['5 horses', null],
    ],
  ],
  [
    'time',
    undefined,
    [
      ['412.6', 412.6],
      ['412.6 h', 412.6],
      ['412,6 h', 412.6],
      ['1 h 30 min', 1.5],
      ['1 h 30', 1.5],
      ['90 min', 1.5],
      ['1 h 30 min 36 s', 1.51],
      ['1 h 90 min', null],
      ['1 240 h', 1240],
      ['1 240', null],
      ['1240 mi', null],
    ],
  ],
  [
    'angle',
    undefined,
    [
      ['12.5', 12.5],
      ['12.5°', 12.5],
      ['12.5 deg', 12.5],
      ['-52', -52],
      ['-52°', -52],
      ['12,5 degrees', 12.5],
      ['12.5 mm', null],
    ],
  ],
  [
    'money',
    undefined,
    [
      ['14.50', 14.5],
      ['14,50', 14.5],
      ['14.50 EUR', null],
      ['€14.50', null],
      ['14', 14],
      ['1400', 1400],
      ['1,400', null],
      ['14 5', null],
      ['free', null],
    ],
  ],
  [
    'speed',
    undefined,
    [
      ['15 mph', 15 * 0.44704],
      ['6.7 m/s', 6.7],
      ['6.7 m / s', 6.7],
      ['24 km/h', 24 / 3.6],
      ['24 kmh', 24 / 3.6],
      ['5000 ft/min', 25.4],
      ['5000 fpm', 25.4],
      ['15 m', null],
    ],
  ],
  [
    'number',
    undefined,
    [
      ['3', 3],
      ['-3', -3],
      ['3.5', 3.5],
      ['3,5', 3.5],
      ['1/2', 0.5],
      ['3 mm', null],
      ['three', null],
      ['3 4', null],
      ['1e3', null],
      ['0x10', null],
      ['Infinity', null],
      ['', null],
    ],
  ],
];

describe.each(TABLE)('%s, read as %s without a unit', (dimension, assumed, rows) => {
  it.each(rows)('%j', (text, expected) => {
    const read = parseQuantity(text, dimension, assumed === undefined ? {} : { assumed });
    if (expected === null) {
      expect([text, read.ok && read.value]).toEqual([text, false]);
      if (!read.ok) expect(read.problem).toMatch(/^\S.+\.$/);
    } else expect([text, read.ok ? read.value : read.problem]).toEqual([text, expect.closeTo(expected, 8)]);
  });
});

describe('a fraction is never millimetres', () => {
  it('is refused with a unit from a column, not read as inches', () => {
    expect(parseQuantity('51 3/8', 'length', { assumed: 'mm', stated: true }).ok).toBe(false);
    expect(parseQuantity('51 3/8', 'length', { assumed: 'in', stated: true })).toMatchObject({ ok: true, unit: 'in' });
    expect(parseQuantity('51 3/8 in', 'length', { assumed: 'mm', stated: true })).toMatchObject({ ok: true, unit: 'in' });
  });
  it('in a field of millimetres it is inches, and is shown as read so', () => {
    const read = parseQuantity('51 3/8', 'length', { assumed: 'mm' });
    expect(read).toMatchObject({ ok: true, unit: 'in', unitTyped: false });
    if (read.ok) expect(otherReading(read.value, 'length', read.unit)).toMatch(/^1304\.9[23] mm$/);
  });
});

describe('what is printed reads back', () => {
  const dimensions: Dimension[] = ['length', 'force', 'rate', 'power', 'rotation', 'angle', 'time', 'speed', 'money', 'number'];
  it('in every dimension and either system, to what the print shows', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...dimensions),
        fc.constantFrom<UnitSetting>(
          { system: 'metric', inchDenominator: 16 },
          { system: 'inch', inchDenominator: 16 },
          { system: 'inch', inchDenominator: 32 },
        ),
        fc.double({ min: -20000, max: 20000, noNaN: true }),
        (dimension, setting, value) => {
          const printed = formatQuantity(value, dimension, setting);
          const read = parseQuantity(printed, dimension, dimension === 'number' ? {} : { assumed: preferredUnit(dimension, setting) });
          expect([printed, read.ok]).toEqual([printed, true]);
          if (read.ok) expect(formatQuantity(read.value, dimension, setting)).toBe(printed);
        },
      ),
      { numRuns: 2000, seed: 5 },
    );
  });
  it('in every unit by itself', () => {
    fc.assert(
      fc.property(fc.constantFrom(...UNITS), fc.double({ min: 0.001, max: 19999, noNaN: true }), (unit, n) => {
        const printed = formatInUnit(n * unit.factor, unit.name);
        const read = parseQuantity(printed, unit.dimension);
        expect([printed, read.ok && read.unit]).toEqual([printed, unit.name]);
        if (read.ok) expect(formatInUnit(read.value, unit.name)).toBe(printed);
      }),
      { numRuns: 1000, seed: 6 },
    );
  });
});
