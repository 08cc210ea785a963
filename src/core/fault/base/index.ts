import { CAUSES, type Cause, type CauseId } from './causes';
import { CHECKS, type Check, type CheckId } from './checks';
import { commonnessOn } from './commonness';
import { COMPLAINTS, THROWN_OCCASIONS, THROWN_WORDS, type Complaint, type ComplaintId } from './complaints';
import type { DriveKind } from './kinds';
import { PRIOR_WORK } from './prior-work';
import { SETUPS, type Setup, type SetupId } from './setups';

export { causesOfParts, checksOfParts, DRIVE_PARTS } from './absent-parts';
export type { DrivePart } from './absent-parts';
export { CAUSES } from './causes';
export type { Cause, CauseId } from './causes';
export { CHECK_STATES, CHECKS, RESULTS } from './checks';
export type { Check, CheckedPart, CheckId, CheckNumber, CheckState, Result } from './checks';
export { COMPLAINTS } from './complaints';
export type { Complaint, ComplaintId } from './complaints';
export { DRIVE_KINDS, STATIONS } from './kinds';
export type { DriveKind, Station } from './kinds';
export { commonnessOn } from './commonness';
export { linksOfCause } from './likelihoods';
export { UNKNOWN } from './unknown';
export type { Step } from './likelihoods';
export { LOOK_ALIKES, splitOf } from './look-alikes';
export type { LookAlike } from './look-alikes';
export { mainOf, oppositeOf } from './opposites';
export { SETUPS } from './setups';
export type { Setup, SetupId } from './setups';

/** The drive works as designed, and nothing is repaired. */
export const RIGHT_AS_IT_IS: CauseId = 'low-tension-by-design';

const byId = <T extends { readonly id: string }>(list: readonly T[]) => new Map<string, T>(list.map((one) => [one.id, one]));
const checks = byId<Check>(CHECKS);
const complaints = byId<Complaint>(COMPLAINTS);
const setups = byId<Setup>(SETUPS);

export const checkOf = (id: CheckId): Check => checks.get(id)!;
export const complaintOf = (id: ComplaintId): Complaint => complaints.get(id)!;
export const setupOf = (id: SetupId): Setup => setups.get(id)!;

/** All setups needed for these, each once, in an order in which each comes after those it needs. */
export function setupsFor(wanted: readonly SetupId[]): Setup[] {
  const found = new Set<Setup>();
  const add = (id: SetupId) => {
    const setup = setupOf(id);
    setup.needs.forEach((n) => add(n as SetupId));
    found.add(setup);
  };
  wanted.forEach(add);
  return [...found];
}

/** Causes of a kind of drive that a bad result of a check supports: first those it confirms, then the most common ones. */
export function causesIndicated(check: CheckId, kind: DriveKind | null): Cause[] {
  const proves = (c: Cause) => c.confirmedBy.includes(check);
  const isComplaintAgain = (c: Cause) => check === 'engagement-time' && c.explains.includes('slow-weak');
  return (CAUSES as readonly Cause[])
    .filter((c) => (proves(c) || c.indicatedBy.includes(check) || isComplaintAgain(c)) && (kind === null || c.kinds.includes(kind)))
    .sort((a, b) => Number(proves(b)) - Number(proves(a)) || commonness(b, kind) - commonness(a, kind));
}

/**
 * Most common complaints of a kind of drive, by the frequency of their causes, in vocabulary order.
 * @param most largest number
 */
export function commonComplaints(kind: DriveKind | null, most: number): Complaint[] {
  const weight = (id: string) =>
    (CAUSES as readonly Cause[])
      .filter((c) => (kind === null || c.kinds.includes(kind)) && c.explains.some((e) => e === id))
      .reduce((sum, c) => sum + commonness(c, kind), 0);
  const offered = (COMPLAINTS as readonly Complaint[]).filter((c) => kind === null || c.kinds.includes(kind));
  const first = new Set([...offered].sort((a, b) => weight(b.id) - weight(a.id)).slice(0, most));
  return offered.filter((c) => first.has(c));
}

/** Earlier wordings of repairs by the adjuster, which stored findings still hold. */
const EARLIER_ADJUSTING = [
  'Tension it again',
  'Hook it where the table says', // language-ok: earlier wording that stored findings hold
  'Take it up at its bracket',
  'Put it back to its mark and tighten',
  'Put the adjuster back',
  'Set it back into its band, and find the throw',
];
const ADJUSTING: ReadonlySet<string> = new Set([
  ...(CAUSES as readonly Cause[]).flatMap(({ repair }) => (repair.adjusts ? [repair.name] : [])),
  ...EARLIER_ADJUSTING,
]);

/** True if moving an adjuster to its recommended setting is this repair. @param repair name in a finding */
export const isRepairedByAdjusting = (repair: string): boolean => ADJUSTING.has(repair);

const commonness = (cause: Cause, kind: DriveKind | null): number => (kind === null ? cause.commonness : commonnessOn(cause, kind));

/**
 * Checks that separate the causes of these complaints on a kind of drive. Those for the most common causes in the
 * fewest minutes come first.
 */
export function checksFor(named: readonly ComplaintId[], kind: DriveKind): Check[] {
  const worth = (check: Check) =>
    causesIndicated(check.id as CheckId, kind)
      .filter((c) => named.length === 0 || c.explains.some((e) => named.includes(e)))
      .reduce((sum, c) => sum + commonness(c, kind) * (c.confirmedBy.includes(check.id as CheckId) ? 2 : 1), 0) / check.minutes;
  return (CHECKS as readonly Check[])
    .map((check) => ({ check, worth: worth(check) }))
    .filter((c) => c.worth > 0)
    .sort((a, b) => b.worth - a.worth)
    .map((c) => c.check);
}

const SMALL_WORDS = new Set([
  'the',
  'a',
  'an',
  'it',
  'i',
  'is',
  'was',
  'when',
  'as',
  'at',
  'of',
  'or',
  'on',
  'and',
  'my',
  'in',
  'to',
  'after',
  'just',
]);

/** The words that carry a sentence, without their endings: `engaging`, `engaged` and `engage` are one. */
const stems = (text: string): string[] =>
  text
    .toLowerCase()
    .replace(/\bwon['’]?t\b/g, 'will not')
    .replace(/\b(do|does|did|is|are)n['’]?t\b/g, '$1 not')
    .split(/[^a-z0-9]+/)
    .filter((word) => word !== '' && !SMALL_WORDS.has(word))
    .map((word) => word.replace(/(?:ing|ed|es|s|e)$/, '').replace(/([^aeiou])\1$/, '$1'));

/** Other words that may be between the words of a phrase. */
const BETWEEN = 5;

/**
 * Complaints that the words of a customer may mean, in the order in which the text names them: those with a label or
 * synonym that has all its words near each other in one sentence, in any order. A thrown belt without an occasion may be
 * each of the usual complaints.
 */
export function complaintsIn(words: string, kind: DriveKind | null): Complaint[] {
  const sentences = words.split(/[.!?;\n]+/).map(stems);
  /** Place of a phrase in the text: that of its first word. Infinity if the text does not have it. */
  const placeOf = (phrase: string): number => {
    const wanted = stems(phrase);
    let before = 0;
    for (const said of sentences) {
      const at = said.findIndex((word, i) => {
        const near = said.slice(i, i + wanted.length + BETWEEN);
        return wanted.includes(word) && wanted.every((one) => near.includes(one));
      });
      if (at >= 0) return before + at;
      before += said.length;
    }
    return Infinity;
  };
  const firstOf = (phrases: readonly string[]) => Math.min(Infinity, ...phrases.map(placeOf));
  const named = (COMPLAINTS as readonly Complaint[]).map((c) => ({ c, place: firstOf([c.label, ...c.synonyms]) }));
  const namesOccasion = named.some(({ c, place }) => place < Infinity && c.id.startsWith('thrown-'));
  const thrown = namesOccasion ? Infinity : firstOf(THROWN_WORDS);
  return named
    .map(({ c, place }) => ({ c, place: THROWN_OCCASIONS.includes(c.id) ? Math.min(place, thrown) : place }))
    .filter(({ c, place }) => place < Infinity && (kind === null || c.kinds.includes(kind)))
    .sort((a, b) => a.place - b.place)
    .map(({ c }) => c);
}

/** Causes that earlier work repaired, from its description. Empty if nothing in it is recognised. */
export function causesRepairedBy(words: string, kind: DriveKind): CauseId[] {
  const said = new Set(stems(words));
  const found = PRIOR_WORK.flatMap((work) => (work.words.some((w) => stems(w).every((stem) => said.has(stem))) ? work.causes : []));
  return [...new Set(found)].filter((id) => (CAUSES as readonly Cause[]).find((c) => c.id === id)!.kinds.includes(kind));
}
