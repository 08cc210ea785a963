import { describe, expect, it } from 'vitest';
import { readReadingsCsv } from './readings-csv';

const HEADER = 'method,at,value,deflection,belts,sd';
const read = (...rows: string[]) => readReadingsCsv([HEADER, ...rows].join('\n'));

describe('readings from a list', () => {
  it('come each with its line, by the columns that its method needs', () => {
    expect(read('tap,crank>spindle,61.5,,,', '', 'deflection,crank > spindle,9.8,5.1,2,0.3', 'Spring-Length,engagement,203,,,')).toEqual({
      ok: true,
      readings: [
        { line: 2, reading: { method: 'tap', at: ['crank', 'spindle'], hz: 61.5, sd: undefined } },
        {
          line: 4,
          reading: { method: 'deflection', at: ['crank', 'spindle'], forceN: 9.8, deflectionMm: 5.1, belts: 2, sd: 0.3 },
        },
        { line: 5, reading: { method: 'spring-length', at: 'engagement', lengthMm: 203, sd: undefined } },
      ],
    });
  });
  it.each<[string, string, RegExp]>([
    ['a method that measures nothing', 'thumb,a>b,3,,,', /^line 2: method must be tap, deflection, spring-length, not “thumb”$/],
    ['no value', 'tap,a>b,,,,', /^line 2: value must be a number above 0/],
    ['a value in words', 'tap,a>b,some,,,', /not “some”$/],
    ['a value that is none above 0', 'tap,a>b,-3,,,', /not “-3”$/],
    ['a value without end', 'tap,a>b,Infinity,,,', /not “Infinity”$/],
    ['no place', 'tap,,60,,,', /^line 2: at must name a span, from>to$/],
    ['no spring', 'spring-length,,203,,,', /^line 2: at must name a spring$/],
    ['half a span', 'tap,crank,60,,,', /at must name a span, from>to, not “crank”$/],
    ['a span of three', 'tap,a>b>c,60,,,', /not “a>b>c”$/],
    ['a push without its way', 'deflection,a>b,9.8,,,', /^line 2: deflection must be a number of mm above 0, not “”$/],
    ['half a belt', 'deflection,a>b,9.8,5,1.5,', /^line 2: belts must be a whole number above 0, not “1.5”$/],
    ['an uncertainty of nothing', 'tap,a>b,60,,,0', /^line 2: sd must be a number above 0, not “0”$/],
  ])('with %s is refused with its line', (_, row, problem) => {
    const answer = read(row);
    expect(answer).toMatchObject({ ok: false, problem: expect.stringMatching(problem) });
  });
  it('reports the first error with its own line', () => {
    expect(read('tap,a>b,60,,,', 'tap,a>b,,,,', 'thumb,a>b,60,,,')).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/^line 3: value/),
    });
  });
  it('without a column that is needed nothing is read', () => {
    expect(readReadingsCsv('method,value\ntap,60')).toEqual({ ok: false, problem: 'line 1: there is no column “at”' });
  });
});
