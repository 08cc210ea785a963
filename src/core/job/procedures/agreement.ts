import type { StepWritten } from '../entries/procedure';
import type { Reading, Step } from './step';

/** Two readings of a step that were compared, in the unit of the reading. */
export interface Compared {
  readonly difference: number;
  readonly in: Reading['in'];
  readonly agree: boolean;
}

type Values = readonly { readonly what: string; readonly value: number | string }[];

/**
 * Difference of the readings that a step compares. Null without a comparison, or while one of them is missing.
 * @param values readings of the step
 * @param earlier readings of the step that it is compared with; empty without one
 */
export function compareReadings({ agree, reads }: Step, values: Values, earlier: Values): Compared | null {
  const [first, second] = reads ?? [];
  if (!agree || !first) return null;
  const read = (from: Values, what: string) =>
    from.find((v) => v.what === what && typeof v.value === 'number')?.value as number | undefined;
  const own = read(values, first.what);
  // A number out of an earlier step has its place there: the first of its readings of that dimension.
  const other = agree.with === undefined ? second && read(values, second.what) : earlier.find((v) => typeof v.value === 'number')?.value;
  if (own === undefined || typeof other !== 'number') return null;
  const difference = Math.abs(own - other);
  return { difference, in: first.in, agree: difference <= agree.within + 1e-9 };
}

/** The same for a step on the ticket. */
export const comparedOnTicket = (step: Step, written: ReadonlyMap<string, StepWritten>): Compared | null => {
  const own = written.get(step.id);
  const earlier = step.agree?.with === undefined ? undefined : written.get(step.agree.with);
  return own ? compareReadings(step, own.readings, earlier?.readings ?? []) : null;
};
