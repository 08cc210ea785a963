import { CAUSES, type Cause, type CauseId } from './causes';
import { CHECKS, type Check, type CheckId } from './checks';
import { COMPLAINTS, type ComplaintId } from './complaints';
import type { DriveKind } from './kinds';

/** How often a check or a complaint shows a cause that is there, in five steps; what is not listed shows nothing of it. */
export const STEPS = { always: 0.97, usually: 0.8, 'as-often-as-not': 0.5, sometimes: 0.25, seldom: 0.08 } as const;
export type Step = keyof typeof STEPS;

/** How often a check or complaint shows with none of its causes there. */
export const LEAKS = { never: 0.005, rarely: 0.02, 'now-and-then': 0.08, common: 0.2 } as const;
export type Leak = keyof typeof LEAKS;

/** A cause that is none of those named: it explains any complaint as often as not, and no check tells it. */
export const UNKNOWN = {
  id: 'unknown',
  label: 'Something that is not in this base',
  station: 'whole',
  prior: 0.03,
  complaint: 'as-often-as-not',
  mend: { act: 'Strip the drive down, or ask the maker', minutes: 120, setups: ['belt'], ask: true },
} as const satisfies { readonly complaint: Step; readonly prior: number; readonly [key: string]: unknown };

/** Odds of a cause by how common it is: of machines that come in with one of its complaints. */
const PRIORS: Readonly<Record<Cause['commonness'], number>> = { 1: 0.008, 2: 0.02, 3: 0.04, 4: 0.07, 5: 0.11 };

export const priorOf = (cause: Pick<Cause, 'commonness'>): number => PRIORS[cause.commonness];

/** A link other than usual, with why. */
interface Otherwise {
  readonly step: Step;
  readonly because: string;
}

/** Complaints that a cause shows otherwise than as often as not. */
const COMPLAINT_STEPS: Partial<Readonly<Record<CauseId, Partial<Readonly<Record<ComplaintId, Otherwise>>>>>> = {
  'belt-worn': { 'slow-weak': { step: 'usually', because: 'a long, narrow belt slips before it does anything else' } },
  'cable-stretched': {
    'slow-weak': { step: 'usually', because: 'the spring is no longer drawn out, so that the belt is not pulled tight' },
  },
  'idler-tips': {
    'thrown-releasing': { step: 'usually', because: 'a wheel that tips lets the belt climb as its pull falls' },
    'thrown-rough': { step: 'usually', because: 'each bump tips it anew' },
  },
  'brake-not-landing': { 'runs-on': { step: 'always', because: 'nothing else stops what turns on' } },
  'cvt-belt-narrow': { 'cvt-no-top': { step: 'usually', because: 'a narrow belt cannot climb to the rim of the primary' } },
};

/** Checks that show a cause otherwise than usually (or always, where they prove it). */
const CHECK_STEPS: Partial<Readonly<Record<CauseId, Partial<Readonly<Record<CheckId, Otherwise>>>>>> = {
  'belt-worn': {
    'belt-number': { step: 'seldom', because: 'a worn belt is seldom the wrong one' },
    'engagement-time': { step: 'usually', because: 'it slips until it has caught up' },
  },
  'wrong-cover': { 'belt-number': { step: 'as-often-as-not', because: 'the print tells the cover only where it can still be read' } },
  'belt-too-short': { 'belt-length': { step: 'usually', because: 'a tape shows the half inch that matters' } },
  'belt-too-long': { 'arm-travel': { step: 'sometimes', because: 'the arm is found at its stop only when it is looked for engaged' } },
};

/** Leaks of complaints and checks that are not rarely. */
const COMPLAINT_LEAKS: Partial<Readonly<Record<ComplaintId, Leak>>> = {
  squeals: 'now-and-then',
  vibrates: 'now-and-then',
  smokes: 'now-and-then',
  'slow-weak': 'now-and-then',
};
const CHECK_LEAKS: Partial<Readonly<Record<CheckId, Leak>>> = {
  'belt-surface': 'now-and-then',
  'engagement-time': 'now-and-then',
  'belt-width': 'now-and-then',
  'window-computed': 'never',
};

/** Of how often a cause shows at all, how much of it is only half seen, where a check has something between good and bad. */
const WATCH = { proving: 0.06, telling: 0.25, leaking: 0.7 };

export interface Link {
  readonly cause: CauseId;
  readonly step: Step;
  /** Why, one line. */
  readonly because: string;
}

const causes: readonly Cause[] = CAUSES;

/** What a complaint is heard of, and how often. */
export function linksOfComplaint(complaint: ComplaintId): Link[] {
  return causes.flatMap((c): Link[] => {
    const at = c.explains.indexOf(complaint);
    if (at < 0) return [];
    const cause = c.id as CauseId;
    const otherwise = COMPLAINT_STEPS[cause]?.[complaint];
    if (otherwise) return [{ cause, ...otherwise }];
    // What a cause is known for stands first among what it explains.
    return at === 0
      ? [{ cause, step: 'usually', because: 'it is what is noticed first' }]
      : [
          {
            cause,
            step: at === 1 ? 'as-often-as-not' : 'sometimes',
            because: 'it is noticed beside what comes first',
          },
        ];
  });
}

/** What a check shows, and how often. */
export function linksOfCheck(check: CheckId): Link[] {
  return causes.flatMap((c): Link[] => {
    const cause = c.id as CauseId;
    const otherwise = CHECK_STEPS[cause]?.[check];
    const proves = c.provedBy.includes(check);
    if (!proves && !c.toldBy.includes(check)) return [];
    if (otherwise) return [{ cause, ...otherwise }];
    return proves
      ? [{ cause, step: 'always', because: 'it looks at the very thing' }]
      : [{ cause, step: 'usually', because: 'this is what it leaves behind' }];
  });
}

export const leakOfComplaint = (id: ComplaintId): number => LEAKS[COMPLAINT_LEAKS[id] ?? 'rarely'];

/** Results that a check knows, least severe first. */
export const resultsOf = ({ results }: Pick<Check, 'results'>): ('good' | 'watch' | 'bad')[] =>
  results.watch === undefined ? ['good', 'bad'] : ['good', 'watch', 'bad'];

/** How often each result comes of something that shows so often, least severe first, together 1. */
function spread(p: number, between: boolean, watch: number): number[] {
  return between ? [1 - p, p * watch, p * (1 - watch)] : [1 - p, p];
}

/** With none of its causes there: how often each result comes. */
export function leakOfCheck(check: Check): number[] {
  return spread(LEAKS[CHECK_LEAKS[check.id as CheckId] ?? 'rarely'], check.results.watch !== undefined, WATCH.leaking);
}

/** The same with one cause there and nothing else. */
export const givenOfCheck = (check: Check, { step }: Pick<Link, 'step'>): number[] =>
  spread(STEPS[step], check.results.watch !== undefined, step === 'always' ? WATCH.proving : WATCH.telling);

/** Kinds of drive on which a check tells something. */
export const kindsOfCheck = (id: CheckId): DriveKind[] => {
  const kinds = new Set(linksOfCheck(id).flatMap(({ cause }) => causes.find((c) => c.id === cause)!.kinds));
  return [...kinds];
};

export const ALL_CHECKS: readonly Check[] = CHECKS;

/** What one cause shows: complaints it is heard by and checks that tell it, each with how often and why. */
export function linksOfCause(cause: string): {
  readonly complaints: readonly (Omit<Link, 'cause'> & { readonly of: ComplaintId })[];
  readonly checks: readonly (Omit<Link, 'cause'> & { readonly of: CheckId })[];
} {
  const of = <T extends string>(id: T, links: readonly Link[]) =>
    links.flatMap(({ cause: one, step, because }) => (one === cause ? [{ of: id, step, because }] : []));
  return {
    complaints: COMPLAINTS.flatMap((c) => of(c.id, linksOfComplaint(c.id))),
    checks: CHECKS.flatMap((c) => of(c.id, linksOfCheck(c.id))),
  };
}
