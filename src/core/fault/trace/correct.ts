import { CHECKS, COMPLAINTS, DRIVE_KINDS } from '../base';
import type { Commonness } from '../base/commonness';
import { priorAt } from '../base/commonness';
import { givenOfCheck, STEPS, type Step } from '../base/likelihoods';
import type { Vocabulary } from './vocabulary';

/** Correction by an owner: frequency of a cause on a kind of drive, or of its link to a complaint or check. */
export interface Correction {
  readonly cause: string;
  /** A kind of drive, a complaint or a check. */
  readonly subject: string;
  /** 1 … 5 of a kind; a step, or `nothing`, of the others. */
  readonly value: string;
  readonly because: string;
}

export const NOTHING_SHOWN = 'nothing';
/** Allowed corrections of a link. */
export const LINK_VALUES = [...(Object.keys(STEPS) as Step[]), NOTHING_SHOWN] as const;
export const COMMONNESS_VALUES = ['1', '2', '3', '4', '5'] as const;

const kinds: ReadonlySet<string> = new Set(DRIVE_KINDS.map((k) => k.id));
const checks = new Map(CHECKS.map((c) => [c.id as string, c]));
const complaints: ReadonlySet<string> = new Set(COMPLAINTS.map((c) => c.id));

/** Error of a correction as a sentence. Null if it is valid. */
export function correctionProblem(words: Vocabulary, { cause, subject, value }: Correction): string | null {
  const of = words.causes.find((c) => c.id === cause);
  if (!of) return 'The base has no such cause.';
  if (kinds.has(subject)) {
    if (of.kinds[subject] === undefined) return 'That kind of drive does not have this cause.';
    return (COMMONNESS_VALUES as readonly string[]).includes(value) ? null : 'Enter a frequency from 1 to 5.';
  }
  if (!checks.has(subject) && !complaints.has(subject)) return 'The base has no such complaint or check.';
  return (LINK_VALUES as readonly string[]).includes(value) ? null : 'Choose one of the steps.';
}

/** Fault base with the corrections of an owner. A correction that no longer fits the base is ignored. */
export function corrected(words: Vocabulary, corrections: readonly Correction[]): Vocabulary {
  const sound = corrections.filter((c) => correctionProblem(words, c) === null);
  if (sound.length === 0) return words;
  const priors = sound.filter((c) => kinds.has(c.subject));
  /** Links of a cause: replaced, removed or added. */
  const given = <T>(subject: string, as: Readonly<Record<string, T>>, of: (step: Step) => T): Record<string, T> => {
    const next = { ...as };
    for (const { cause, value } of sound.filter((c) => c.subject === subject))
      if (value === NOTHING_SHOWN) delete next[cause];
      else next[cause] = of(value as Step);
    return next;
  };
  const each = <T, U>(of: Readonly<Record<string, T>>, f: (id: string, value: T) => U) =>
    Object.fromEntries(Object.entries(of).map(([id, value]) => [id, f(id, value)]));
  return {
    ...words,
    causes: words.causes.map((c) => ({
      ...c,
      kinds: each(c.kinds, (kind, p) => {
        const by = priors.find((x) => x.cause === c.id && x.subject === kind);
        return by ? priorAt(Number(by.value) as Commonness) : p;
      }),
    })),
    likelihoods: {
      complaints: each(words.likelihoods.complaints, (id, one) => ({ ...one, given: given(id, one.given, (step) => STEPS[step]) })),
      checks: each(words.likelihoods.checks, (id, one) => ({
        ...one,
        given: given(id, one.given, (step) => givenOfCheck(checks.get(id)!, { step })),
      })),
    },
  };
}
