import { describe, expect, it } from 'vitest';
import { METER_UNITS, meterIn, meterText, parseMeter } from '.';

describe('a meter reading', () => {
  it.each([
    ['412.6', 412.6, null],
    ['412,6 h', 412.6, 'h'],
    ['412.6 hrs', 412.6, 'h'],
    ['1240 mi', 1240, 'mi'],
    ['1 240 mi', 1240, 'mi'],
    ['1,240 mi', 1240, 'mi'],
    ['1,240', 1240, null],
    ['12,345.6 km', 12345.6, 'km'],
    ['12 345 678', null, null],
    ['100,000 miles', 100000, 'mi'],
    ['0 h', 0, 'h'],
    ['0,375 h', 0.375, 'h'],
  ] as const)('%s', (text, value, unit) => {
    const read = parseMeter(text);
    expect(read.ok ? [read.value, read.unit] : [null, null]).toEqual([value, unit]);
  });
  it.each(['1400 furlongs', '-3 h', '1,24,0 mi', '12,34 5 km', '1 2 h', 'half', '2000000 h', '1.2.3'])(
    '%s is refused with a sentence',
    (text) => {
      const read = parseMeter(text);
      expect(read.ok ? read.value : read.problem).toMatch(/ /);
    },
  );
  it('reads back what it shows', () => {
    for (const value of [0, 0.4, 12, 412.6, 99999.9, 1e6])
      for (const unit of ['h', 'mi', 'km'] as const) expect(parseMeter(meterText(value, unit))).toEqual({ ok: true, value, unit });
  });
});

describe('a meter in another unit', () => {
  it('is a mile for 1.609344 km, and comes back as it was', () => {
    expect(meterIn(1, 'mi', 'km')).toBe(1.609344);
    for (const unit of METER_UNITS) expect(meterIn(2318, unit, unit)).toBe(2318);
    expect(meterIn(meterIn(2318, 'mi', 'km')!, 'km', 'mi')).toBeCloseTo(2318, 9);
  });
  it('does not convert hours to distance', () => {
    expect([meterIn(5, 'h', 'km'), meterIn(5, 'mi', 'h')]).toEqual([null, null]);
  });
});
