import fc from 'fast-check';
import numeric from 'numeric';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { drawWear } from '../../lab/wear-simulation';
import { wearCurve, wearForecast, digest, type WearAsk, type WidthReading } from '.';
import { addWidthCovariances, biasCovariance, meanWidth, PRIORS, ridingCovariance, usedPrior, widthCovariance, type Belt } from './model';
import { normalCumulative } from './normal';
import { wearPosterior } from './posterior';

const reading = (meter: number, method: WidthReading['method'], ...widths: number[]): WidthReading => ({
  meter,
  date: `at ${meter}`,
  method,
  widths,
});

/**
 * Same result by another method: each set of readings alone, with its covariance inverted directly, and every term
 * included.
 */
function bySecondWay({ readings, minimum, newWidth }: WearAsk & { newWidth: number }, d: number) {
  const now = Math.max(...readings.map((r) => r.meter));
  const { share, weight } = usedPrior();
  const n = readings.length;
  const sets: number[][] = [[]];
  for (let a = 0; a < n; a++) {
    sets.push([a]);
    for (let b = a + 1; b < n; b++) sets.push([a, b]);
  }
  let [all, mean, below] = [0, 0, 0];
  for (let i = 0; i < share.length; i++) {
    const belt: Belt = { newWidth, allowance: newWidth - minimum, life: now / share[i]! };
    for (const out of sets) {
      const inside = readings.map((r, k) => ({ r, k, d: digest(r) })).filter(({ k }) => !out.includes(k));
      let likelihood = weight[i]!;
      for (const k of out) likelihood *= digest(readings[k]!).doubt * PRIORS.outlierDensity;
      for (const x of inside) likelihood *= 1 - x.d.doubt;
      let [m, variance] = [meanWidth(belt, now + d), widthCovariance(belt, now + d, now + d)];
      if (inside.length > 0) {
        const s = inside.map((a) =>
          inside.map(
            (b) =>
              widthCovariance(belt, a.r.meter, b.r.meter) +
              biasCovariance(a.r.method, b.r.method) +
              (a.r.date === b.r.date ? PRIORS.daySd ** 2 : 0) +
              (a.k === b.k ? a.d.ribVariance : 0),
          ),
        );
        const off = inside.map((a) => a.d.values[0]!.width - meanWidth(belt, a.r.meter) - PRIORS.bias[a.r.method].mean);
        const inverse = numeric.inv(s);
        const times = (v: readonly number[]) => inverse.map((row) => row.reduce((sum, x, j) => sum + x * v[j]!, 0));
        const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, x, j) => sum + x * b[j]!, 0);
        likelihood *= Math.exp(-0.5 * dot(off, times(off))) / Math.sqrt((2 * Math.PI) ** inside.length * numeric.det(s));
        const c = inside.map((a) => widthCovariance(belt, a.r.meter, now + d));
        m += dot(c, times(off));
        variance -= dot(c, times(c));
      }
      all += likelihood;
      mean += likelihood * m;
      below += likelihood * normalCumulative((minimum - m) / Math.sqrt(variance));
    }
  }
  return { mean: mean / all, below: below / all };
}

describe('the parts of the model', () => {
  it('the normal distribution function: what tables say, and both sides together 1', () => {
    expect(normalCumulative(0)).toBe(0.5);
    expect(normalCumulative(1.959963984540054)).toBeCloseTo(0.975, 14);
    expect(normalCumulative(-6) / 9.865876450376981e-10).toBeCloseTo(1, 9);
    fc.assert(
      fc.property(fc.double({ min: -30, max: 30, noNaN: true }), (x) => Math.abs(normalCumulative(x) + normalCumulative(-x) - 1) < 1e-13),
    );
  });
  it('the riding’s covariance is the double integral of its correlation', () => {
    const [s, t, life] = [140, 320, 1000];
    const theta = PRIORS.riding.stretch * life;
    const steps = 800;
    let sum = 0;
    for (let i = 0; i < steps; i++)
      for (let j = 0; j < steps; j++) sum += Math.exp(-Math.abs(((i + 0.5) * s) / steps - ((j + 0.5) * t) / steps) / theta);
    expect(ridingCovariance(s, t, life) / ((sum * s * t * PRIORS.riding.sd ** 2) / steps ** 2)).toBeCloseTo(1, 4);
    const meters = [0, 140, 320, 320, 900];
    const all = new Float64Array(25);
    const belt: Belt = { newWidth: 30, allowance: 1.5, life };
    addWidthCovariances(belt, meters, all);
    meters.forEach((a, i) => meters.forEach((b, j) => expect(all[i * 5 + j]).toBeCloseTo(widthCovariance(belt, a, b), 12)));
  });
  it('reaches the minimum at the end of its life, for any break-in', () =>
    expect(meanWidth({ newWidth: 30, allowance: 1.4, life: 700 }, 700)).toBeCloseTo(28.6, 12));
  it('excludes ribs far from their median; keeps both of two different ones, and four in two pairs', () => {
    expect(digest({ method: 'rib-top', widths: [29.9, 29.92, 29.3, 29.88] }).values).toHaveLength(1);
    expect(digest({ method: 'rib-top', widths: [29.9, 29.92, 29.3, 29.88] }).values[0]!.width).toBeCloseTo(29.9, 9);
    expect(digest({ method: 'rib-top', widths: [29.9, 29.3] }).values.map((v) => [v.width, v.chance])).toEqual([
      [29.9, 0.45],
      [29.3, 0.45],
    ]);
    expect(digest({ method: 'rib-top', widths: [30, 30, 29, 29] }).values[0]!.width).toBe(29.5);
  });
});

describe('the belt behind its log', () => {
  const logs: readonly WidthReading[][] = [
    [reading(100, 'rib-top', 30.37, 30.36, 30.38, 30.37)],
    [reading(0, 'rib-top', 30.4, 30.42), reading(800, 'single', 29.7)],
    [
      reading(0, 'flank-line', 30.5),
      reading(500, 'single', 29.9),
      { ...reading(500, 'flank-line', 30.05, 30.1), date: 'at 500' },
      reading(900, 'rib-top', 29.2, 29.25),
    ],
  ];
  it.each(logs.map((readings) => [readings.length, readings] as const))(
    '%i readings: agrees with each set worked by itself',
    (_, readings) => {
      const ask = { readings, minimum: 28.9, newWidth: 30.5 };
      const posterior = wearPosterior(ask);
      for (const d of [0, 120, 900]) {
        const other = bySecondWay(ask, d);
        const at = posterior.ahead(d);
        // Terms that hold next to nothing are left away.
        expect(at.reduce((a, t) => a + t.weight, 0)).toBeCloseTo(1, 12);
        expect(Math.abs(at.reduce((a, t) => a + t.weight * t.mean, 0) - other.mean)).toBeLessThan(2e-3);
        expect(Math.abs(posterior.below(d, 28.9) - other.below)).toBeLessThan(3e-3);
      }
    },
  );
  it('is scale-free: hours, miles or kilometres say the same', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.double({ min: 0.01, max: 100, noNaN: true }), (seed, factor) => {
        const { readings, minimum, newWidth } = drawWear({ visits: 4 }, seededRandom(seed));
        const one = wearForecast({ readings, minimum, newWidth });
        const other = wearForecast({ readings: readings.map((r) => ({ ...r, meter: r.meter * factor })), minimum, newWidth });
        expect(other.current.width).toBeCloseTo(one.current.width, 6);
        expect(other.verdict).toBe(one.verdict);
        if (one.remaining && one.remaining.p50 > 0) expect(other.remaining!.p50 / one.remaining.p50 / factor).toBeCloseTo(1, 5);
      }),
      { numRuns: 15 },
    ));
  it('a later end is never earlier than a cautious one, and what is wider now lasts longer', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 1, max: 6 }), (seed, visits) => {
        const { readings, minimum, newWidth } = drawWear({ visits }, seededRandom(seed));
        const { remaining, underNow, verdict } = wearForecast({ readings, minimum, newWidth });
        if (!remaining) return;
        expect(remaining.p10).toBeLessThanOrEqual(remaining.p50);
        expect(remaining.p50).toBeLessThanOrEqual(remaining.p90);
        expect(remaining.p10).toBeGreaterThanOrEqual(0);
        expect(remaining.p50 === 0).toBe(underNow >= 0.5);
        // A log that contradicts itself is measured again, before anything is concluded from its width.
        if (verdict !== 'measure-again') expect(verdict === 'replace').toBe(underNow >= 0.5);
      }),
      { numRuns: 15 },
    ));
  it('does not replace a young belt: four ribs at 30.37 of 30.5 after a hundred', () => {
    const { current, verdict } = wearForecast({ readings: logs[0]!, minimum: 28.5, newWidth: 30.5 });
    expect(Math.abs(current.width - 30.43)).toBeLessThan(0.05);
    expect(verdict).toBe('keep');
  });
  it('does not let the belt grow if the log changes from one rib to flank lines', () => {
    const readings = [reading(500, 'single', 29.75), reading(520, 'flank-line', 29.9, 29.92)];
    const { readings: scaled, reasons } = wearForecast({ readings, minimum: 28.9, newWidth: 30.5 });
    expect(scaled[1]!.width).toBeLessThan(scaled[0]!.width + 0.05);
    expect(reasons).toContain('method-mix');
  });
  it('determines the bias almost fully from two methods on one day', () => {
    const day = (method: WidthReading['method'], ...widths: number[]) => ({ ...reading(400, method, ...widths), date: '2026-06-01' });
    const alone = wearPosterior({ readings: [day('single', 29.8)], minimum: 28.9, newWidth: 30.5 }).bias('single');
    const both = wearPosterior({
      readings: [day('single', 29.8), day('flank-line', 30.02, 30.01, 30.02)],
      minimum: 28.9,
      newWidth: 30.5,
    }).bias('single');
    expect(both.sd).toBeLessThan(0.9 * alone.sd);
    expect(both.mean).toBeLessThan(alone.mean);
  });
  it('excludes and reports a chunked rib among good visits, with little effect on the forecast', () => {
    const good = [0, 300, 600, 900].map((m) => reading(m, 'rib-top', 30.45 - m / 1000, 30.44 - m / 1000, 30.46 - m / 1000));
    const chunk = reading(950, 'single', 28.8);
    const clean = wearForecast({ readings: good, minimum: 28.9, newWidth: 30.5 });
    const with1 = wearForecast({ readings: [...good, chunk], minimum: 28.9, newWidth: 30.5 });
    expect(with1.readings.find((r) => r.method === 'single')!.outlier).toBe(true);
    expect(with1.reasons).toContain('outlier-left-out');
    expect(Math.abs(with1.current.width - (clean.current.width - 0.05))).toBeLessThan(0.05);
    expect(with1.verdict).not.toBe('replace');
  });
  it('a belt that has not run has a width and no forecast', () => {
    const fresh = wearForecast({ readings: [reading(0, 'flank-line', 30.5)], minimum: 28.9, newWidth: 30.5 });
    expect(fresh).toMatchObject({ rate: null, remaining: null, verdict: 'keep', reasons: ['not-run-yet', 'one-reading'] });
    expect(wearForecast({ readings: [reading(0, 'flank-line', 28)], minimum: 28.9, newWidth: null }).reasons).toContain('no-new-width');
    expect(wearCurve({ readings: [reading(0, 'flank-line', 30.5)], minimum: 28.9, newWidth: 30.5 }, 100)).toEqual([]);
  });
  it('a belt surely under its minimum has nothing left', () => {
    const gone = wearForecast({ readings: [reading(900, 'flank-line', 28.2, 28.21)], minimum: 28.9, newWidth: 30.5 });
    expect(gone).toMatchObject({ verdict: 'replace', remaining: { p10: 0, p50: 0 } });
    expect(gone.reasons).toContain('below-minimum');
  });
  it('its curve falls, and its range widens', () => {
    const curve = wearCurve({ readings: logs[1]!, minimum: 28.9, newWidth: 30.5 }, 1600);
    for (let i = 1; i < curve.length; i++) expect(curve[i]!.p50).toBeLessThan(curve[i - 1]!.p50);
    const range = (p: (typeof curve)[number]) => p.p90 - p.p10;
    expect(range(curve.at(-1)!)).toBeGreaterThan(range(curve[0]!));
  });
});
