import { medianOf } from '../wear';

/** Parts of a variable drive that are measured one by one at their numbered places. */
export const MEASURED_PARTS = ['roller', 'shoe', 'shoe-spring', 'slide', 'bush'] as const;
export type MeasuredPart = (typeof MEASURED_PARTS)[number];

/** Slides and bushings wear open, so their play grows. All other parts wear away. */
const GROWS: readonly MeasuredPart[] = ['slide', 'bush'];
/** Largest difference within one set that still shares the load, mm. */
const APART_MM: Readonly<Record<MeasuredPart, number>> = { roller: 0.2, shoe: 0.5, 'shoe-spring': 1, slide: 0.3, bush: 0.1 };

export interface PartMeasures {
  readonly part: MeasuredPart;
  /** By numbered place, counted from 1; mm. */
  readonly values: readonly number[];
  readonly limitMm: number | null;
}

export interface PartAssessed {
  readonly part: MeasuredPart;
  /** Places past the manual's limit, counted from 1. */
  readonly past: readonly number[];
  /** Positions that differ from the median of their set. */
  readonly apart: readonly number[];
  readonly spreadMm: number;
  readonly limit: 'most' | 'least';
  /**
   * Consequence: one weak shoe spring lets its shoe drag, so the whole clutch is due. Rollers and shoes are replaced as
   * a set, since a single new one would carry the whole load. A slide is replaced alone.
   */
  readonly due: 'nothing' | 'the-set' | 'the-clutch' | 'the-part' | 'look-up';
}

/** Assessment of the measurements of one set. @param measures one value at least */
export function assessMeasures({ part, values, limitMm }: PartMeasures): PartAssessed {
  const grows = GROWS.includes(part);
  const of = (bad: (v: number) => boolean) => values.flatMap((v, i) => (bad(v) ? [i + 1] : []));
  const past = limitMm === null ? [] : of((v) => (grows ? v > limitMm : v < limitMm));
  const usual = medianOf(values);
  const apart = values.length < 2 ? [] : of((v) => Math.abs(v - usual) > APART_MM[part]);
  const wrong = past.length > 0 || apart.length > 0;
  const due = !wrong
    ? limitMm === null
      ? 'look-up'
      : 'nothing'
    : part === 'shoe-spring' || part === 'shoe'
      ? 'the-clutch'
      : part === 'roller'
        ? 'the-set'
        : 'the-part';
  return { part, past, apart, spreadMm: Math.max(...values) - Math.min(...values), limit: grows ? 'most' : 'least', due };
}
