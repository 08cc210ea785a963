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

/** Many belts at once. @param asks each with one reading at least */
export const answerFleet = (asks: readonly WearAsk[]): WearForecast[] => asks.map(wearForecast);
