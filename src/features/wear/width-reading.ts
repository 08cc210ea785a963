import type { WidthWritten } from '@/core/job';
import type { MeterUnit } from '@/core/quantity';
import type { WidthMethod } from '@/core/wear';

/** Ribs usually read. */
const RIBS: Readonly<Record<WidthMethod, number>> = { 'rib-top': 5, single: 1, 'flank-line': 3 };
export const MOST_RIBS = 12;

/** Values besides the width: meter, value at fitting, limits. Lengths in mm. */
export interface WidthBasis {
  readonly meter: number | null;
  readonly unit: MeterUnit;
  readonly fittedAt: number | null;
  readonly minimumMm: number | null;
  readonly newMm: number | null;
}

/** Values of the form of a width. */
export interface WidthFields extends WidthBasis {
  readonly method: WidthMethod;
  readonly ribs: { mm: number | null }[];
  /** Value of the closed caliper, mm. */
  readonly zeroMm: number | null;
  /** True if the belt has not run yet. */
  readonly isFresh: boolean;
}

export const emptyRibs = (method: WidthMethod): WidthFields['ribs'] => Array.from({ length: RIBS[method] }, () => ({ mm: null }));

/** Measured widths without the error of the closed caliper, mm. */
export const widthsOf = ({ ribs, zeroMm }: Pick<WidthFields, 'ribs' | 'zeroMm'>): number[] =>
  ribs.flatMap(({ mm }) => (mm === null ? [] : [mm - (zeroMm ?? 0)]));

/** Mean of widths, and the difference between the largest and the smallest. Null without enough of them. */
export function summaryOf(widths: readonly number[]): { readonly meanMm: number | null; readonly spreadMm: number | null } {
  if (widths.length === 0) return { meanMm: null, spreadMm: null };
  return {
    meanMm: widths.reduce((sum, w) => sum + w, 0) / widths.length,
    spreadMm: widths.length === 1 ? null : Math.max(...widths) - Math.min(...widths),
  };
}

type Refusal = { readonly ok: false; readonly field: 'root' | keyof WidthFields; readonly problem: string };
const refused = (field: Refusal['field'], problem: string): Refusal => ({ ok: false, field, problem });

/** A width as it is written on the ticket, or the first reason against it. */
export function readWidth(fields: WidthFields, belt: WidthWritten['belt']): { readonly ok: true; readonly width: WidthWritten } | Refusal {
  const { method, unit, meter, isFresh, minimumMm, newMm } = fields;
  const widths = widthsOf(fields);
  if (widths.length === 0) return refused('root', 'Enter a width first.');
  if (method === 'rib-top' && widths.length < 2) return refused('root', 'Measure another rib, or choose “One rib”.');
  if (meter === null) return refused('meter', 'Enter the meter.');
  const fittedAt = isFresh ? meter : fields.fittedAt;
  if (fittedAt === null) return refused('fittedAt', 'Enter the meter reading at which this belt was fitted, or state that it has not run.');
  if (meter < fittedAt)
    return refused('meter', 'The meter shows less than when the belt was fitted. If it was replaced, correct the meter at fitting.');
  if (minimumMm === null) return refused('minimumMm', 'Enter the minimum width from the manual.');
  if (newMm !== null && newMm <= minimumMm) return refused('newMm', 'The new width must be greater than the minimum width.');
  return {
    ok: true,
    width: { belt, meter, fittedAt, unit, method, widths, zeroMm: fields.zeroMm ?? 0, minimumMm, newMm, on: null },
  };
}
