export { digest, WIDTH_METHODS } from './log';
export type { WidthMethod, WidthReading } from './log';
export { WEAR_REASONS, WEAR_VERDICTS, wearCurve, wearForecast } from './forecast';
export type { ScaledReading, WearCurvePoint, WearForecast, WearReason, WearVerdict } from './forecast';
export type { WearAsk } from './posterior';
export { PRIORS } from './model';
export { drawWear } from './simulate';
export type { DrawnWear } from './simulate';
