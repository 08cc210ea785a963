import {
  causesIndicated,
  mainOf,
  oppositeOf,
  type CheckId,
  type DriveKind,
  type SetupId,
  terms,
  type FaultCase,
  type FaultEvent,
} from '../fault';
import { engagementOf } from '../tension';
import { digest } from '../wear';
import type { Asked } from './entries/asked';
import { complaintAfter } from './entries/proved';
import type { WidthWritten } from './entries/width';
import type { RecordLine } from './kind';
import { intakeOf } from './record';
import { linesOf } from './record-lines';

/** A check that the drive’s own numbers answer. */
export interface ComputedFact {
  readonly check: CheckId;
  readonly result: 'good' | 'bad';
}

/** Severity of a result. For a check on several parts, the worst result counts. */
const SEVERITY = { good: 0, watch: 1, bad: 2 } as const;
type Answered = keyof typeof SEVERITY;

/** Results of the checks about the start of the fault, from the answer of the customer. */
const BEGAN_CHECKS = {
  'began-belt': 'after-belt',
  'began-part': 'after-part',
  'began-blow': 'after-blow',
  'began-storage': 'after-storage',
  'began-slowly': 'slowly',
} as const satisfies Partial<Record<CheckId, Asked['began']>>;

/** True if a check asks when the complaint started. One answer of the customer answers all of them. */
export const isAboutStart = (check: CheckId): boolean => check in BEGAN_CHECKS;

/** Answers of the customer that are evidence. Unanswered questions are not. */
function askedFacts(asked: Asked | null): ComputedFact[] {
  if (!asked) return [];
  const { began, beltEnded } = asked;
  const said = (check: string, bad: boolean): ComputedFact => ({ check: check as CheckId, result: bad ? 'bad' : 'good' });
  return [
    ...(began === 'not-asked' || began === 'unknown'
      ? []
      : Object.entries(BEGAN_CHECKS).map(([check, answer]) => said(check, began === answer))),
    ...(beltEnded === 'above' || beltEnded === 'below'
      ? [said('ended-height', true)]
      : beltEnded === 'engine-side' || beltEnded === 'far-side' || beltEnded === 'beside'
        ? [said('ended-height', false)]
        : []),
  ];
}

/** A width this little over its minimum is near it, mm. Setting of the trade. */
const NEAR_MM = 0.5;

/** Result of the width check for a measured width. Null if two ribs differ so much that either may be wrong. */
function widthResult({ method, widths, minimumMm }: WidthWritten): Answered | null {
  const { values, ribVariance } = digest({ method, widths });
  const [only, other] = values;
  if (!only || other) return null;
  const over = only.width - minimumMm;
  return over < 0 ? 'bad' : over < Math.max(NEAR_MM, 2 * Math.sqrt(ribVariance)) ? 'watch' : 'good';
}

/**
 * Fault case of a ticket, in time order: repairs before intake (the complaint continued), then times, findings, repairs
 * and test runs. Null without a complaint that is known for the kind of drive.
 * @param up setups in place
 * @param facts results calculated from the drive; added last
 */
export function buildFaultCase(
  lines: readonly RecordLine[],
  kind: DriveKind,
  up: readonly SetupId[],
  facts: readonly ComputedFact[],
): FaultCase | null {
  const words = terms();
  const complaint = (intakeOf(lines)?.complaints ?? []).filter((id) => words.complaints.find((c) => c.id === id)?.kinds.includes(kind));
  if (complaint.length === 0) return null;
  const known = (id: string) => words.checks.find((c) => c.id === id && c.kinds.includes(kind));
  const knownCause = (id: string) => words.causes.some((c) => c.id === id && c.kinds[kind] !== undefined);
  const history: FaultEvent[] = [];
  const before = linesOf(lines, 'mended').filter(({ body }) => body.when === 'before' && knownCause(body.cause));
  history.push(...before.map(({ body }) => ({ fixed: body.cause })));
  if (before.length > 0) history.push({ prove: 'still' });
  // Worst result so far of a check on several parts, since the last repair.
  let worst = new Map<string, Map<string, Answered>>();
  const say = (check: string, result: Answered) => {
    const found = known(check);
    if (!found) return;
    // A slow engagement is the complaint of it seen again, and counts once.
    if (check === 'engagement-time' && result !== 'good' && complaint.includes('slow-weak')) return;
    const has = found.results.some((r) => r.id === result);
    history.push({ check, result: has ? result : 'bad' });
    const other = oppositeOf(check as CheckId) ?? (result === 'good' ? undefined : mainOf(check as CheckId));
    if (other !== undefined && known(other)) history.push({ check: other, result: 'good' });
  };
  for (const { check, result } of askedFacts(intakeOf(lines))) say(check, result);
  for (const line of lines) {
    if (line.withdrawn) continue;
    const [one] = linesOf([line], 'finding');
    if (one && one.body.result !== 'not-reached') {
      const { check, part, result } = one.body;
      const parts = worst.get(check) ?? new Map<string, Answered>();
      worst.set(check, parts.set(part?.id ?? '', result));
      say(
        check,
        [...parts.values()].reduce((a, b) => (SEVERITY[b] > SEVERITY[a] ? b : a)),
      );
    }
    const [timed] = linesOf([line], 'timed');
    if (timed) {
      const { what, seconds, limitS } = timed.body;
      if (what === 'engagement') say('engagement-time', { prompt: 'good', soft: 'watch', slips: 'bad' }[engagementOf(seconds)] as Answered);
      else if (limitS !== null) say('stop-time', seconds > limitS ? 'bad' : 'good');
    }
    const [aligned] = linesOf([line], 'alignment');
    if (aligned) say('entry-angle-computed', aligned.body.worstDeg > aligned.body.limitDeg ? 'bad' : 'good');
    const [gap] = linesOf([line], 'clearance');
    if (gap?.body.what === 'keeper' && gap.body.highMm !== null) say('keeper-gap-computed', gap.body.mm > gap.body.highMm ? 'bad' : 'good');
    const [width] = linesOf([line], 'width');
    // An imported log is from earlier days.
    const measured = width && width.body.on === null ? widthResult(width.body) : null;
    if (measured) say('cvt-width', measured);
    const [read] = linesOf([line], 'reading');
    if (read) say('attachment-computed', read.body.without.length > 0 ? 'bad' : 'good');
    const [repair] = linesOf([line], 'mended');
    if (repair?.body.when === 'here' && knownCause(repair.body.cause)) {
      history.push({ fixed: repair.body.cause });
      worst = new Map();
    }
    const [change] = linesOf([line], 'changed');
    const found = change && 'found' in change.body ? change.body.found : null;
    // Work on what a check found repairs the cause that the finding indicates best.
    const repaired = found && causesIndicated(found.check, kind)[0];
    if (repaired && knownCause(repaired.id)) {
      history.push({ fixed: repaired.id });
      worst = new Map();
    }
    const [proof] = linesOf([line], 'proved');
    const prove = proof ? complaintAfter(proof.body) : null;
    if (prove !== null) history.push({ prove });
  }
  for (const { check, result } of facts) say(check, result);
  return { kind, complaint, history, setups: up };
}
