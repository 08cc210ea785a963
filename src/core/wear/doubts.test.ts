import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { drawWear } from '../../lab/wear-simulation';
import { logProblem, wearForecast, type WidthReading } from '.';

const day = (i: number) => `2026-0${1 + Math.floor(i / 28)}-${String(1 + (i % 28)).padStart(2, '0')}`;
const log = (...rows: readonly (readonly [number, ...number[]])[]): WidthReading[] =>
  rows.map(([meter, ...widths], i) => ({ meter, date: day(i), method: widths.length > 1 ? 'rib-top' : 'single', widths }));
const forecast = (readings: readonly WidthReading[], newWidth: number | null = 30.5) => wearForecast({ readings, minimum: 28.6, newWidth });
/** Several ribs about one width. */
const ribs = (width: number) => [width, width + 0.02, width - 0.02, width] as const;

describe('a log with the verdict to measure again', () => {
  it('never keeps a belt on an only reading that was excluded', () => {
    const { verdict, reasons, readings } = forecast(log([400, 35]));
    expect(readings[0]!.outlier).toBe(true);
    expect(verdict).toBe('measure-again');
    expect(reasons).toContain('only-reading-doubtful');
  });
  it('never accepts a belt with an excluded latest reading', () => {
    const { verdict, reasons } = forecast(log([100, ...ribs(30.3)], [200, ...ribs(30.2)], [300, ...ribs(30.1)], [400, 27.2]));
    expect(verdict).toBe('measure-again');
    expect(reasons).toContain('latest-left-out');
  });
  it('uses the latest meter if another reading there was accepted', () => {
    const rows = log([100, ...ribs(30.3)], [200, ...ribs(30.2)], [300, ...ribs(30.1)], [400, 27.2], [400, ...ribs(30)]);
    expect(forecast(rows)).toMatchObject({ verdict: 'keep', reasons: expect.arrayContaining(['outlier-left-out']) });
  });
  it('notices a belt that was replaced in the middle of its log', () => {
    const rows = log([0, ...ribs(30.5)], [300, ...ribs(29.9)], [600, ...ribs(29.4)], [900, ...ribs(30.3)], [1200, ...ribs(29.9)]);
    expect(forecast(rows)).toMatchObject({ verdict: 'measure-again', reasons: expect.arrayContaining(['wider-than-before']) });
  });
  it('notices a rise that the latest reading shows', () => {
    const rows = log([100, ...ribs(30.2)], [400, ...ribs(29.8)], [700, ...ribs(29.3)], [900, ...ribs(29.9)]);
    expect(forecast(rows).reasons).toContain('wider-than-before');
  });
  it('takes a single low reading between two good ones for an outlier, as before', () => {
    const rows = log([100, ...ribs(30.3)], [250, ...ribs(30.15)], [400, 29.3], [550, ...ribs(29.95)], [700, ...ribs(29.85)]);
    const { verdict, reasons } = forecast(rows);
    expect(reasons).toContain('outlier-left-out');
    expect(verdict).toBe('keep');
  });
  it('reports a latest reading that is wider than a new belt', () => {
    expect(forecast(log([100, ...ribs(30.3)], [300, ...ribs(31.2)])).reasons).toContain('wider-than-new');
    expect(forecast(log([0, ...ribs(31.2)])).verdict).toBe('measure-again');
  });
  it('comes before every other verdict', () => {
    const rows = log([100, ...ribs(29)], [300, ...ribs(28.2)], [500, 26]);
    expect(forecast(rows).verdict).toBe('measure-again');
  });
  it('rarely reports belts with normal wear, and then only for an excluded reading', () => {
    const random = seededRandom(11);
    let again = 0;
    for (let i = 0; i < 150; i++) {
      const { readings, minimum, newWidth } = drawWear({ visits: 2 + (i % 5) }, random);
      const { verdict, reasons } = wearForecast({ readings, minimum, newWidth });
      if (verdict !== 'measure-again') continue;
      again++;
      expect(reasons).toContain('outlier-left-out');
    }
    expect(again).toBeLessThan(8);
  });
});

describe('a log that is refused', () => {
  const widths = { minimum: 28.6, newWidth: 30.5 };
  it('where the meter falls while the date rises, with the place of the row', () => {
    expect(logProblem(log([100, 30.2], [400, 30], [300, 29.9]), widths)).toMatchObject({ index: 2 });
    expect(logProblem(log([100, 30.2], [400, 30]), widths)).toBeNull();
  });
  it('by date, for any order of its rows', () => {
    const [a, b, c] = log([100, 30.2], [200, 30], [300, 29.9]) as [WidthReading, WidthReading, WidthReading];
    expect(logProblem([c, a, b], widths)).toBeNull();
    expect(logProblem([c, { ...a, meter: 250 }, b], widths)).toMatchObject({ index: 2 });
  });
  it('where half of its widths are inches, centimetres or another belt', () => {
    expect(logProblem(log([100, 1.19], [200, 1.18], [300, 1.17]), widths)).toMatchObject({ index: 0 });
    expect(logProblem(log([100, 30.2], [200, 3.0], [300, 2.99], [400, 30]), widths)).toMatchObject({ index: 1 });
    expect(logProblem(log([100, 30.2], [200, 30], [300, 1.18]), widths)).toBeNull();
    expect(logProblem(log([100, 45]), { minimum: 28.6, newWidth: null })).toMatchObject({ index: 0 });
    expect(logProblem(log([100, 39]), { minimum: 28.6, newWidth: null })).toBeNull();
  });
  it('but for the latest row alone, which is to be measured again', () => {
    expect(forecast(log([100, ...ribs(30.2)], [200, ...ribs(30.1)], [300, 1.18]))).toMatchObject({ verdict: 'measure-again' });
  });
});
