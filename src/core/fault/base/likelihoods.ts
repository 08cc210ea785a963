import { CAUSES, type Cause, type CauseId } from './causes';
import { CHECKS, type Check, type CheckId } from './checks';
import { COMPLAINTS, type ComplaintId } from './complaints';
import { REASONS, type Reason } from './reasons';
import { causesShownBy } from './shown-by';
import { LEAKS, STEPS, type Leak, type Step } from './steps';

export { STEPS };
export type { Step };

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
  'grip-computed': 'never',
  'stop-computed': 'never',
  'brake-computed': 'never',
  'brake-driving-computed': 'never',
  'slack-computed': 'never',
  'tight-side-computed': 'never',
  'keeper-gap-computed': 'never',
  'over-run-computed': 'never',
  'setting-computed': 'never',
  'attachment-computed': 'never',
  'link-computed': 'never',
  'brake-released': 'never',
  'brake-engaged': 'never',
  'height-link-on': 'never',
  'holding-link': 'never',
  'attachment-on': 'never',
  'spring-hooks': 'never',
  'guards-complete': 'never',
  'belt-length-short': 'never',
  'shear-pins': 'never',
  'belt-in-place': 'never',
  'idle-speed': 'never',
  'cover-clear': 'never',
  'idler-side': 'never',
  // A single answer of a customer confirms nothing.
  'how-engaged': 'common',
  'what-work': 'common',
  'began-slowly': 'common',
  'began-belt': 'now-and-then',
  'began-part': 'now-and-then',
  'began-blow': 'now-and-then',
  'began-storage': 'now-and-then',
  'ended-height': 'now-and-then',
};

/** Share of visible causes that are only half visible, if a check has a middle result. */
const WATCH = { proving: 0.06, telling: 0.25, leaking: 0.7 };

export interface Link {
  readonly cause: CauseId;
  readonly step: Step;
  /** Why, one line. */
  readonly because: string;
}

const causes: readonly (Cause & { readonly id: CauseId })[] = CAUSES;
/** Questions: a customer answers from memory. */
const asked: ReadonlySet<string> = new Set(CHECKS.flatMap((c) => (c.state === 'asked' ? [c.id] : [])));

/**
 * A link with its step and reason. @throws TypeError if the reason is missing: an error in the data, which its test
 * finds
 */
function linkOf(cause: CauseId, subject: ComplaintId | CheckId, usual: Step): Link {
  const reason: Reason = REASONS[cause][subject]!;
  return typeof reason === 'string' ? { cause, step: usual, because: reason } : { cause, step: reason[0], because: reason[1] };
}

/** Complaints of a cause, and how often each occurs. The typical complaint of a cause is first. */
export function linksOfComplaint(complaint: ComplaintId): Link[] {
  return causes.flatMap((c): Link[] => {
    const at = c.explains.indexOf(complaint);
    return at < 0 ? [] : [linkOf(c.id, complaint, at === 0 ? 'usually' : at === 1 ? 'as-often-as-not' : 'sometimes')];
  });
}

/**
 * Checks that show a cause, and how often. A slow engagement repeats its complaint, so it indicates every cause of that
 * complaint equally.
 */
export function linksOfCheck(check: CheckId): Link[] {
  if (check === 'engagement-time') return linksOfComplaint('slow-weak');
  const usual: Step = asked.has(check) ? 'as-often-as-not' : 'usually';
  return causesShownBy(check).map(({ cause, confirms }) => linkOf(cause.id, check, confirms ? 'always' : usual));
}

export const leakOfComplaint = (id: ComplaintId): number => LEAKS[COMPLAINT_LEAKS[id] ?? 'rarely'];

/** Probability of each result for something that shows this often, least severe first, with sum 1. */
function spread(p: number, between: boolean, watch: number): number[] {
  return between ? [1 - p, p * watch, p * (1 - watch)] : [1 - p, p];
}

/** With none of its causes there: how often each result comes. */
export function leakOfCheck(check: Check): number[] {
  return spread(LEAKS[CHECK_LEAKS[check.id as CheckId] ?? 'rarely'], check.results.watch !== undefined, WATCH.leaking);
}

/** The same with one cause there and nothing else. */
export const givenOfCheck = (check: Check, { step }: Pick<Link, 'step'>): number[] =>
  spread(STEPS[step], check.results.watch !== undefined, step === 'always' || step === 'defines' ? WATCH.proving : WATCH.telling);

/** Signs of one cause: its complaints and checks, each with frequency and reason. */
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
