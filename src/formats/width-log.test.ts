import { describe, expect, it } from 'vitest';
import { readWidthSheet, writeWidthSheet } from './width-log';

const sheet = (text: string, unit: 'h' | 'km' | 'mi' = 'km') => {
  const read = readWidthSheet(text, unit);
  if (!read.ok) throw new Error(read.problem);
  return read;
};

describe('a log of widths from a file', () => {
  it('imports its own export without change', () => {
    const text = writeWidthSheet('km', [
      { date: '2026-05-31', meter: 2140, method: 'rib-top', widths: [29.6, 29.58, 29.62], by: 'Bram Oakhollow' },
    ]);
    expect(sheet(text).readings).toEqual([{ meter: 2140, date: '2026-05-31', method: 'rib-top', widths: [29.6, 29.58, 29.62] }]);
  });
  it('units in its header are turned into the log’s own', () => {
    const text = 'Date,Meter (miles),Method,Widths (in)\r\n2026-05-31,1000,single,1.165\r\n';
    const [one] = sheet(text).readings;
    expect(one!.meter).toBeCloseTo(1609.344, 9);
    expect(one!.widths[0]).toBeCloseTo(29.591, 9);
    expect(sheet('date,meter (km),method,widths\n2026-05-31,1609.344,single,29.5', 'mi').readings[0]!.meter).toBeCloseTo(1000, 9);
    expect(sheet('date,meter,method,widths\n2026-05-31,88,single,29.5', 'h').readings[0]!.meter).toBe(88);
  });
  it('does not convert hours to distance, and names an unknown unit', () => {
    expect(readWidthSheet('date,meter (h),method,widths\n', 'km')).toMatchObject({
      ok: false,
      problem: expect.stringContaining('hours and distance') as string,
    });
    expect(readWidthSheet('date,meter (furlongs),method,widths\n', 'km')).toMatchObject({
      problem: expect.stringContaining('furlongs') as string,
    });
    expect(readWidthSheet('date,meter,method,widths (cm)\n', 'km')).toMatchObject({ problem: expect.stringContaining('“cm”') as string });
  });
  it('lists bad rows with their line, and keeps the good ones', () => {
    const { readings, bad } = sheet(
      'date,meter (km),method,widths (mm)\n2026-01-02,100,single,30.3\n2026-02-02,-5,single,30.2\n2026-03-02,300,squint,30\n2026-04-02,400,rib-top,30.1;\n2026-05-02,500,single,30.0\n',
    );
    expect(readings.map((r) => r.meter)).toEqual([100, 500]);
    expect(bad.map((b) => b.line)).toEqual([3, 4, 5]);
    expect(bad[1]!.problem).toContain('squint');
  });
});
