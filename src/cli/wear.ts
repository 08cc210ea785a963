import { wearForecast, type WidthReading } from '../core/wear';

export interface WearOptions {
  readonly minimum: number;
  readonly newWidth: number | null;
  readonly fitted: number;
}

type AskResult = { readonly ok: true; readonly ask: WearOptions } | { readonly ok: false; readonly problem: string };

/** Options for logs, as typed. */
export function readWearAsk(options: {
  readonly minimum?: string | undefined;
  readonly new?: string | undefined;
  readonly fitted?: string | undefined;
}): AskResult {
  const number = (text: string) => (text.trim() === '' ? Number.NaN : Number(text));
  if (options.minimum === undefined) return { ok: false, problem: 'enter the minimum width, --minimum MM' };
  const minimum = number(options.minimum);
  if (!(minimum > 0 && Number.isFinite(minimum)))
    return { ok: false, problem: `--minimum must be a number of mm above 0, not “${options.minimum}”` };
  const newWidth = options.new === undefined ? null : number(options.new);
  if (newWidth !== null && !(newWidth > minimum && Number.isFinite(newWidth)))
    return { ok: false, problem: `--new must be a number of mm above the minimum, not “${options.new}”` };
  const fitted = options.fitted === undefined ? 0 : number(options.fitted);
  if (!(fitted >= 0 && Number.isFinite(fitted)))
    return { ok: false, problem: `--fitted must be a meter reading of 0 or above, not “${options.fitted}”` };
  return { ok: true, ask: { minimum, newWidth, fitted } };
}

/** Result of one log, as printed. Meter values are those of the log. */
export function wearAnswer(readings: readonly WidthReading[], { minimum, newWidth, fitted }: WearOptions): unknown {
  const { readings: scaled, current, rate, remaining, verdict, reasons } = wearForecast({ readings, minimum, newWidth });
  return {
    readings: scaled.map(({ outlier, ...r }) => ({ ...r, meter: r.meter + fitted, ...(outlier ? { outlier } : {}) })),
    current,
    rate,
    remaining,
    verdict,
    reasons,
  };
}
