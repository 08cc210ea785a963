import { CHECKS, COMPLAINTS, type Check } from '../base';
import { givenOfCheck, leakOfCheck, leakOfComplaint, linksOfCheck, linksOfComplaint, STEPS } from '../base/likelihoods';
import { UNKNOWN } from '../base/unknown';
import { terms, type Terms } from './terms';

/** Everything that the arithmetic of a trace needs, in plain values: the shipped base, or one that a shop has moved. */
export interface Vocabulary extends Terms {
  readonly likelihoods: {
    readonly complaints: Readonly<Record<string, { readonly leak: number; readonly given: Readonly<Record<string, number>> }>>;
    readonly checks: Readonly<
      Record<string, { readonly leak: readonly number[]; readonly given: Readonly<Record<string, readonly number[]>> }>
    >;
  };
}

let made: Vocabulary | null = null;

/** The base as the arithmetic reads it. Made once. */
export function vocabulary(): Vocabulary {
  const { prove, ...named } = terms();
  return (made ??= {
    ...named,
    likelihoods: {
      complaints: Object.fromEntries(
        COMPLAINTS.map((c) => [
          c.id,
          {
            leak: leakOfComplaint(c.id),
            given: {
              ...Object.fromEntries(linksOfComplaint(c.id).map((l) => [l.cause, STEPS[l.step]])),
              [UNKNOWN.id]: STEPS[UNKNOWN.complaint],
            },
          },
        ]),
      ),
      checks: Object.fromEntries(
        (CHECKS as readonly Check[]).map((c) => [
          c.id,
          { leak: leakOfCheck(c), given: Object.fromEntries(linksOfCheck(c.id as never).map((l) => [l.cause, givenOfCheck(c, l)])) },
        ]),
      ),
    },
    prove,
  });
}
