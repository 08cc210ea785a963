import { wearCurve, wearForecast, type WearAsk, type WearCurvePoint, type WearForecast } from '../core/wear';

export interface WearAnswer {
  readonly forecast: WearForecast;
  /** From the last reading to past its likely end; empty for a belt that has not run. */
  readonly curve: readonly WearCurvePoint[];
}

/** Drawn no further than this many times what it has run. */
const MOST_REACH = 3;

/** A belt's log worked through, with what is drawn of it. @param ask at least one reading */
export function answerWear(ask: WearAsk): WearAnswer {
  const forecast = wearForecast(ask);
  const now = Math.max(...ask.readings.map((r) => r.meter));
  const { remaining } = forecast;
  const curve = remaining === null ? [] : wearCurve(ask, Math.max(0.2 * now, Math.min(MOST_REACH * now, 1.3 * remaining.p90)));
  return { forecast, curve };
}

/** Number of cached forecasts: those of a large shop. */
const MOST_CACHED = 1000;

/**
 * Answers for many belts together. Each is computed if its log is new, since most lists are read again with one more
 * reading.
 * @returns for requests with at least one reading, in their order
 */
export function newFleet(): (asks: readonly WearAsk[]) => WearForecast[] {
  const kept = new Map<string, WearForecast>();
  return (asks) =>
    asks.map((ask) => {
      const key = JSON.stringify(ask);
      const forecast = kept.get(key) ?? wearForecast(ask);
      // Those asked about last stay longest.
      kept.delete(key);
      kept.set(key, forecast);
      if (kept.size > MOST_CACHED) kept.delete(kept.keys().next().value!);
      return forecast;
    });
}
