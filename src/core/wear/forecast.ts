import { MEASURE_AGAIN_REASONS, measureAgain } from './doubts';
import { digest, medianOf, type WidthMethod, type WidthReading } from './log';
import { PRIORS } from './model';
import { wearPosterior, type WearAsk } from './posterior';

export const WEAR_VERDICTS = ['keep', 'plan', 'replace', 'measure-again'] as const;
export type WearVerdict = (typeof WEAR_VERDICTS)[number];
export const WEAR_REASONS = [
  'below-minimum',
  'near-minimum',
  'due-before-next-service',
  'one-reading',
  'few-readings',
  'method-mix',
  'outlier-left-out',
  'no-new-width',
  'wide-forecast',
  'not-run-yet',
  ...MEASURE_AGAIN_REASONS,
] as const;
export type WearReason = (typeof WEAR_REASONS)[number];

/** A row of the log as the forecast took it. */
export interface ScaledReading {
  readonly meter: number;
  readonly date: string;
  readonly method: WidthMethod;
  /** On the flank lines' scale, without dropped ribs, mm, with its standard uncertainty. */
  readonly width: number;
  readonly sd: number;
  readonly outlier: boolean;
}

/** Width of the belt over its hours, for the chart. */
export interface WearCurvePoint {
  readonly meter: number;
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
}

export interface WearForecast {
  /** By meter, then date. */
  readonly readings: readonly ScaledReading[];
  readonly current: { readonly width: number; readonly sd: number };
  /** mm lost per 1000 units of the meter; null for a belt that has not run. */
  readonly rate: number | null;
  /** Units of the meter until the minimum, from the largest meter in the log; null for a belt that has not run. */
  readonly remaining: { readonly p10: number; readonly p50: number; readonly p90: number } | null;
  /** Probability that it is below the minimum now, and at the usual next service. */
  readonly underNow: number;
  readonly underByNextLook: number;
  /** The same within the distance asked about; null where none was. */
  readonly underWithin: number | null;
  readonly verdict: WearVerdict;
  readonly reasons: readonly WearReason[];
}

/** Length of the forecast relative to the present meter, and its number of points. */
const AHEAD = { from: 0.005, to: 1500, points: 240 };
/**
 * Usual interval to the next service, relative to the present meter, if the log does not show it. Weight of the
 * interval in the log.
 */
const SERVICE = { usual: 0.2, least: 0.2, most: 0.5 };
/** Odds from which a belt is called near its minimum. */
const NEAR = 0.1;
const FEW = 3;
/** A range with this ratio to its median is wide. */
const WIDE = 2;

/**
 * Width now, wear and what remains, with the verdict: measure again where the log contradicts itself or rests on a reading that was excluded; replace where
 * the belt is more likely than not under its minimum; plan where its likely end comes before the next usual service; else keep. No safety factor:
 * caution is in p10.
 */
export function wearForecast(ask: WearAsk): WearForecast {
  const { minimum, newWidth } = ask;
  const readings = [...ask.readings].sort((a, b) => a.meter - b.meter || (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const posterior = wearPosterior({ readings, minimum, newWidth });
  const { now } = posterior;
  const here = posterior.ahead(0);
  const width = here.reduce((a, t) => a + t.weight * t.mean, 0);
  const variance = here.reduce((a, t) => a + t.weight * (t.sd ** 2 + (t.mean - width) ** 2), 0);
  const underNow = posterior.below(0, minimum);
  const biases = new Map([...new Set(readings.map((r) => r.method))].map((m) => [m, posterior.bias(m)]));
  const scaled = readings.map((r, i): ScaledReading => {
    const bias = biases.get(r.method)!;
    const { values, ribVariance } = digest(r);
    const mean = values.reduce((a, v) => a + v.width, 0) / values.length;
    return {
      meter: r.meter,
      date: r.date,
      method: r.method,
      width: mean - bias.mean,
      sd: Math.sqrt(PRIORS.daySd ** 2 + ribVariance + bias.sd ** 2),
      outlier: posterior.doubt[i]! > 0.5,
    };
  });
  const current = { width, sd: Math.sqrt(variance) };
  const about = aboutLog(readings, scaled, newWidth);
  const again = measureAgain(scaled, readings, { minimum, newWidth });
  if (now === 0) {
    const gone = underNow > 0.5;
    return {
      readings: scaled,
      current,
      rate: null,
      remaining: null,
      underNow,
      underByNextLook: underNow,
      underWithin: ask.within === undefined ? null : underNow,
      verdict: again.length > 0 ? 'measure-again' : gone ? 'replace' : 'keep',
      reasons: [...again, 'not-run-yet', ...(gone ? ['below-minimum' as const] : []), ...about],
    };
  }
  const steps = Array.from({ length: AHEAD.points }, (_, i) => now * AHEAD.from * (AHEAD.to / AHEAD.from) ** (i / (AHEAD.points - 1)));
  const gone = new Map<number, number>();
  const goneBy = (i: number) => {
    const known = gone.get(i) ?? Math.max(underNow, posterior.below(steps[i]!, minimum));
    gone.set(i, known);
    return known;
  };
  const at = (share: number) => quantile(share, underNow, steps, goneBy);
  const remaining = { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
  const gap = serviceGap(readings, now);
  const verdict = again.length > 0 ? 'measure-again' : underNow >= 0.5 ? 'replace' : remaining.p50 <= gap ? 'plan' : 'keep';
  const underByNextLook = Math.max(underNow, posterior.below(gap, minimum));
  const reasons: WearReason[] = [
    ...again,
    ...(underNow >= 0.5 ? ['below-minimum' as const] : underNow >= NEAR ? ['near-minimum' as const] : []),
    ...(verdict === 'plan' ? ['due-before-next-service' as const] : []),
    ...about,
    ...(underNow < 0.5 && remaining.p90 - remaining.p10 > WIDE * remaining.p50 ? ['wide-forecast' as const] : []),
  ];
  return {
    readings: scaled,
    current,
    rate: 1000 * posterior.rate,
    remaining,
    underNow,
    underByNextLook,
    underWithin: ask.within === undefined ? null : Math.max(underNow, posterior.below(ask.within, minimum)),
    verdict,
    reasons,
  };
}

/** Remarks about the log itself. */
function aboutLog(readings: readonly WidthReading[], scaled: readonly ScaledReading[], newWidth: number | null): WearReason[] {
  return [
    ...(readings.length === 1 ? ['one-reading' as const] : readings.length < FEW ? ['few-readings' as const] : []),
    ...(new Set(readings.map((r) => r.method)).size > 1 ? ['method-mix' as const] : []),
    ...(scaled.some((r) => r.outlier) ? ['outlier-left-out' as const] : []),
    ...(newWidth === null ? ['no-new-width' as const] : []),
  ];
}

/** Usual way to the next service, in the meter's unit: the middle gap of the log, held within what is usual. */
function serviceGap(readings: readonly WidthReading[], now: number): number {
  const meters = [...new Set(readings.map((r) => r.meter))].sort((a, b) => a - b);
  const gaps = meters.slice(1).map((m, i) => m - meters[i]!);
  if (gaps.length === 0) return SERVICE.usual * now;
  return Math.min(SERVICE.most * now, Math.max(SERVICE.least * now, medianOf(gaps)));
}

/** Where a rising chance comes to a share: between two steps in proportion, 0 where it is there already, the last step where it never does. */
function quantile(share: number, atNow: number, steps: readonly number[], goneBy: (i: number) => number): number {
  const last = steps.length - 1;
  if (atNow >= share) return 0;
  if (goneBy(last) < share) return steps[last]!;
  let [low, high] = [-1, last];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (goneBy(middle) >= share) high = middle;
    else low = middle;
  }
  const [d0, g0] = low < 0 ? [0, atNow] : [steps[low]!, goneBy(low)];
  return d0 + ((share - g0) / Math.max(1e-12, goneBy(high) - g0)) * (steps[high]! - d0);
}

const CURVE_POINTS = 40;
const TENTH = 1.2816;

/** Width from now on, until `reach` more: its middle and the range of four in five, the mixture taken as normal. Empty for a belt that has not run. */
export function wearCurve(ask: WearAsk, reach: number): WearCurvePoint[] {
  const posterior = wearPosterior(ask);
  if (posterior.now === 0) return [];
  return Array.from({ length: CURVE_POINTS }, (_, i) => {
    const d = (reach * i) / (CURVE_POINTS - 1);
    const at = posterior.ahead(d);
    const mean = at.reduce((a, t) => a + t.weight * t.mean, 0);
    const sd = Math.sqrt(at.reduce((a, t) => a + t.weight * (t.sd ** 2 + (t.mean - mean) ** 2), 0));
    return { meter: posterior.now + d, p10: mean - TENTH * sd, p50: mean, p90: mean + TENTH * sd };
  });
}
