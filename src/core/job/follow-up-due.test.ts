import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MeterReading } from '../machine';
import { currentDue, followUpDue, FOLLOW_UP_AFTER } from '.';

const CLOSED = '2026-09-01T10:00:00Z';
const read = (at: string, value: number, unit: MeterReading['unit'] = 'h'): MeterReading => ({ at: `${at}T10:00:00Z`, value, unit });
const days = (iso: string) => (Date.parse(iso) - Date.parse(CLOSED)) / 86_400_000;

describe('a follow-up', () => {
  it('falls due by the machine’s own use', () => {
    // 70 h in 70 days: 7 h a week.
    const log = [read('2026-06-23', 100), read('2026-09-01', 170)];
    const [first, day, later] = followUpDue({ after: ['25-h', 'first-hour', 'first-day'] }, CLOSED, log);
    expect([first, day, later].map((t) => [t!.after, Math.round(days(t!.at)), t!.by])).toEqual([
      ['first-hour', 1, 'meter'],
      ['first-day', 8, 'meter'],
      ['25-h', 25, 'meter'],
    ]);
  });
  it('falls due at the reading that shows its hours', () => {
    const log = [read('2026-08-01', 100), read('2026-09-01', 110), read('2026-09-04', 140)];
    expect(followUpDue({ after: ['25-h'] }, CLOSED, log)).toEqual([{ after: '25-h', at: '2026-09-04T10:00:00Z', by: 'meter' }]);
  });
  it('without readings is due by an assumed use, and before the next season by date', () => {
    expect(followUpDue({ after: ['25-h'] }, CLOSED, [])).toMatchObject([{ by: 'assumed' }]);
    expect(days(followUpDue({ after: ['25-h'] }, CLOSED, [])[0]!.at)).toBeCloseTo(35, 6);
    expect(followUpDue({ after: ['season'] }, CLOSED, [read('2026-09-04', 900)])).toMatchObject([{ by: 'date' }]);
  });
  it('in miles reads an odometer in kilometres, and never an hour meter', () => {
    const km = [read('2026-08-01', 1000, 'km'), read('2026-09-01', 1310, 'km')];
    expect(followUpDue({ after: ['500-mi'] }, CLOSED, km)[0]!.by).toBe('meter');
    expect(days(followUpDue({ after: ['500-mi'] }, CLOSED, km)[0]!.at)).toBeCloseTo((500 * 1.609344) / (310 / 31), 3);
    expect(followUpDue({ after: ['500-mi'] }, CLOSED, [read('2026-08-01', 10), read('2026-09-01', 80)])[0]!.by).toBe('assumed');
  });
  it('counts the last time that is due, or else the next', () => {
    const times = followUpDue({ after: ['first-hour', 'first-day', '250-h'] }, CLOSED, []);
    expect(currentDue(times, new Date('2026-09-01T11:00:00Z'))?.after).toBe('first-hour');
    expect(currentDue(times, new Date('2026-10-20T11:00:00Z'))?.after).toBe('first-day');
    expect(currentDue([], new Date())).toBeNull();
  });
  it('is never due before the job was closed, and in order, for any log', () => {
    const reading = fc.record({ at: fc.integer({ min: -400, max: 60 }), value: fc.integer({ min: 0, max: 3000 }) });
    fc.assert(
      fc.property(fc.array(reading, { maxLength: 8 }), fc.subarray([...FOLLOW_UP_AFTER]), (log, after) => {
        const readings = log.map(({ at, value }): MeterReading => ({
          at: new Date(Date.parse(CLOSED) + at * 86_400_000).toISOString(),
          value,
          unit: 'h',
        }));
        const times = followUpDue({ after }, CLOSED, readings).map((t) => Date.parse(t.at));
        expect(times.every((t) => t >= Date.parse(CLOSED))).toBe(true);
        expect(times).toEqual([...times].sort((a, b) => a - b));
      }),
      { seed: 7, numRuns: 300 },
    );
  });
});
