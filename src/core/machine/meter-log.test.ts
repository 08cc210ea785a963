import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { meterRate, type MeterReading } from '.';

const day = (n: number) => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000).toISOString();
const read = (n: number, value: number, unit: MeterReading['unit'] = 'h'): MeterReading => ({ at: day(n), value, unit });

describe('how fast a meter runs', () => {
  it.each<[string, MeterReading[], number | null]>([
    ['nothing read', [], null],
    ['one reading', [read(0, 410)], null],
    ['two in one week', [read(0, 410), read(5, 420)], null],
    ['two a fortnight apart', [read(0, 410), read(14, 424)], 7],
    ['a season and its winter, not the last fortnight alone', [read(0, 400), read(170, 452), read(180, 452), read(364, 452)], 1],
    ['a meter replaced by a new one', [read(0, 900), read(30, 2), read(58, 10)], 2],
    ['a meter that counts something else', [read(0, 100, 'mi'), read(30, 120, 'km'), read(44, 148, 'km')], 14],
    ['another owner’s years', [read(-2000, 0), read(0, 400), read(70, 410)], 1],
    ['a standstill', [read(0, 400), read(70, 400)], 0],
  ])('%s', (_, log, perWeek) => {
    const rate = meterRate(log);
    if (perWeek === null) expect(rate).toBeNull();
    else expect(rate?.perWeek).toBeCloseTo(perWeek, 9);
  });

  it('does not mind in which order readings come, and is never negative', () => {
    const reading = fc.record({
      at: fc.integer({ min: 0, max: 900 }).map(day),
      value: fc.integer({ min: 0, max: 5000 }),
      unit: fc.constant('h' as const),
    });
    fc.assert(
      fc.property(fc.uniqueArray(reading, { maxLength: 12, selector: (r) => r.at }), (log) => {
        const rate = meterRate(log);
        expect(meterRate(log.toReversed())).toEqual(rate);
        expect(rate?.perWeek ?? 0).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});
