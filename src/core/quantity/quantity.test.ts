import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatQuantity, inchFraction, otherReading, parseQuantity, UNITS, type Dimension } from '.';

const value = (text: string, dimension: Dimension = 'length', assumed?: string) => {
  const read = parseQuantity(text, dimension, assumed ? { assumed } : {});
  if (!read.ok) throw new Error(read.problem);
  return read.value;
};

describe('what hands type is read exactly', () => {
  it.each<[string, Dimension, string | undefined, number]>([
    ['51 3/8', 'length', 'in', 51.375 * 25.4],
    ['51-3/8"', 'length', undefined, 51.375 * 25.4],
    ['51 - 3/8 in', 'length', undefined, 51.375 * 25.4],
    ['51.375in', 'length', undefined, 51.375 * 25.4],
    ['51⅜″', 'length', undefined, 51.375 * 25.4],
    ['3/8"', 'length', undefined, 0.375 * 25.4],
    ['4 ft 3 3/8', 'length', undefined, 51.375 * 25.4],
    ['4\' 3-3/8"', 'length', undefined, 51.375 * 25.4],
    ['4\'3"', 'length', undefined, 51 * 25.4],
    ['1305 mm', 'length', 'in', 1305],
    ['130,5 cm', 'length', undefined, 1305],
    ['1.305 m', 'length', undefined, 1305],
    ['.5 in', 'length', undefined, 12.7],
    ['12 lb', 'force', undefined, 12 * 4.4482216152605],
    ['12 lb 4 oz', 'force', undefined, 12.25 * 4.4482216152605],
    ['2 kgf', 'force', undefined, 19.6133],
    ['55 N', 'force', 'lb', 55],
    ['23 lb/in', 'rate', undefined, (23 * 4.4482216152605) / 25.4],
    ['412.6 h', 'time', undefined, 412.6],
    ['1 h 30 min', 'time', undefined, 1.5],
    ['15 mph', 'speed', undefined, 6.7056],
    ['-12.5°', 'angle', undefined, -12.5],
    ['5.5 hp', 'power', undefined, 5.5 * 0.745699871582],
    ['3', 'number', undefined, 3],
  ])('%s', (text, dimension, assumed, expected) => {
    expect(Math.abs(value(text, dimension, assumed) - expected)).toBeLessThan(1e-9 * Math.max(1, Math.abs(expected)));
  });
});

describe('nonsense is refused with a sentence', () => {
  it.each<[string, Dimension]>([
    ['', 'length'],
    ['   ', 'length'],
    ['belt', 'length'],
    ['12 furlongs', 'length'],
    ['1/0', 'length'],
    ['3 lb', 'length'],
    ['12 mm 3', 'length'],
    ['3 in 4 ft', 'length'],
    ['1,305 mm', 'length'],
    ['1.2.3', 'length'],
    ['--4', 'length'],
    ['4 5', 'length'],
    ['1e400', 'length'],
    ['NaN', 'number'],
    ['5 mm', 'number'],
    ['51 3/8 3/8', 'length'],
    ['9'.repeat(80), 'length'],
  ])('%j as %s', (text, dimension) => {
    const read = parseQuantity(text, dimension);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problem).toMatch(/^\S.+\.$/);
  });

  it.each(['-', '+', ' - '])('refuses the sign %s without a number', (typed) => {
    expect(parseQuantity(typed, 'length')).toMatchObject({ ok: false, problem: expect.stringContaining('is not a length. Enter it as') });
  });
  it('reports the passed limit in the typed unit', () => {
    const read = parseQuantity('2 in', 'length', { min: 76.2 });
    expect(read).toEqual({ ok: false, problem: 'Enter 3 in or more. You typed 2 in.' });
  });
});

describe('printing', () => {
  it.each([
    [1304.925, 16, '51 3/8'],
    [1304.925, 32, '51 3/8'],
    [25.4, 16, '1'],
    [11.1125, 16, '7/16'],
    [0, 16, '0'],
    [-12.7, 16, '-1/2'],
    [25.4 * 47.96875, 32, '47 31/32'],
    [25.4 * 47.99, 16, '48'],
  ] as const)('%f mm to 1/%i is %s', (mm, denominator, text) => expect(inchFraction(mm, denominator)).toBe(text));

  it('an inch fraction is never further off than half its step, and reads back as itself', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5000, noNaN: true }), fc.constantFrom(16 as const, 32 as const), (mm, denominator) => {
        const text = inchFraction(mm, denominator);
        const back = value(text, 'length', 'in');
        expect(Math.abs(back - mm)).toBeLessThanOrEqual(25.4 / denominator / 2 + 1e-9);
        expect(inchFraction(back, denominator)).toBe(text);
      }),
    );
  });

  it('every unit reads back what it prints', () => {
    fc.assert(
      fc.property(fc.constantFrom(...UNITS), fc.integer({ min: 1, max: 99999 }), (unit, n) => {
        expect(value(`${n} ${unit.name}`, unit.dimension)).toBeCloseTo(n * unit.factor, 6);
      }),
    );
  });

  it('uses one unit system throughout and never prints a negative zero', () => {
    expect(formatQuantity(152.4, 'force', { system: 'inch', inchDenominator: 16 })).toBe('34.3 lb');
    expect(formatQuantity(1305, 'length', { system: 'metric', inchDenominator: 16 })).toBe('1305.0 mm');
    expect(formatQuantity(-0.0001, 'force', { system: 'metric', inchDenominator: 16 })).toBe('0 N');
    expect(formatQuantity(NaN, 'force', { system: 'metric', inchDenominator: 16 })).toBe('–');
  });

  it('shows a typed measure in the other system', () => {
    expect(otherReading(1301.75, 'length', 'in')).toBe('1301.75 mm');
    expect(otherReading(1304.925, 'length', 'mm')).toBe('51.375 in');
    expect(otherReading(12, 'angle', '°')).toBeNull();
  });
});
