import { mainOf, oppositeOf, type CauseId, type CheckId } from '../fault';
import type { Asked } from './entries/asked';
import type { Decision, Finding } from './entries/finding';
import type { StepWritten } from './entries/procedure';
import type { Proved } from './entries/proved';
import type { Timed, TimedWhat } from './entries/timed';
import type { RecordLine } from './kind';
import { procedureOf, type Procedure } from './procedures';
import { findingLives, type FindingStatus } from './state/findings';
import { ticketEvents } from './state/from-ticket';
import { linesOf, type Bodies } from './record-lines';

/** Loads of a job that replace the drawn loads, kW by pulley. The last entry of each belt counts. */
export function loadsOnJob(lines: readonly RecordLine[]): Record<string, number> {
  const said = linesOf(lines, 'tension-basis');
  const standing = said.filter(({ body }, i) => !said.slice(i + 1).some((later) => later.body.belt === body.belt));
  return Object.fromEntries(standing.flatMap(({ body }) => body.loads.map((l) => [l.id, l.kw])));
}

const last = <T extends keyof Bodies>(lines: readonly RecordLine[], type: T): Bodies[T] | null => linesOf(lines, type).at(-1)?.body ?? null;

/** Last intake entry; null without one. */
export const intakeOf = (lines: readonly RecordLine[]): Asked | null => last(lines, 'asked');
export const provedOf = (lines: readonly RecordLine[]): Proved | null => last(lines, 'proved');

/** True if the last fitted belt does not release by Match, and was fitted as an exception. */
export function fittedException(lines: readonly RecordLine[]): boolean {
  const fitted = linesOf(lines, 'belt-booked').at(-1)?.body;
  return fitted !== undefined && fitted.letsGo && fitted.verdict === 'too-short';
}

/** Last time of an event, as found or from the test run. */
export const timedOf = (lines: readonly RecordLine[], what: TimedWhat, when: Timed['when']): Timed | null =>
  linesOf(lines, 'timed')
    .map((l) => l.body)
    .filter((t) => t.what === what && t.when === when)
    .at(-1) ?? null;

/** A current finding, with its author and the customer’s answer. */
export interface Found extends Finding {
  readonly at: string;
  readonly by: string;
  /** State of a finding that was not good; null for a good one, or one not reached. */
  readonly status: FindingStatus | null;
}

export const placeOfFinding = ({ check, part }: { readonly check: CheckId; readonly part: { readonly id: string } | null }): string =>
  `${check}/${part?.id ?? ''}`;

/** Last finding of each check and part, with the customer’s last answer. */
export function findingsOf(lines: readonly RecordLine[]): Map<string, Found> {
  const decisions = new Map<string, Decision>(linesOf(lines, 'decision').map((l) => [l.body.finding, l.body]));
  const found = new Map<string, Found>();
  for (const { body, at, by } of linesOf(lines, 'finding')) {
    const said = decisions.get(body.ref);
    const decided = said ? { answer: said.answer, act: said.act, priceCents: said.priceCents } : {};
    // One check answers both directions. The later answer replaces the earlier one.
    const other = oppositeOf(body.check) ?? mainOf(body.check);
    if (other !== undefined) found.delete(placeOfFinding({ ...body, check: other }));
    found.set(placeOfFinding(body), { ...body, ...decided, at, by, status: null });
  }
  for (const { check, part, status } of findingLives(ticketEvents(lines, null).events)) {
    const one = found.get(placeOfFinding({ check: check as CheckId, part: part === null ? null : { id: part } }));
    if (one && (one.result === 'bad' || one.result === 'watch')) found.set(placeOfFinding(one), { ...one, status });
  }
  return found;
}

/** Finding of a check on a part, in either direction. */
export const foundAt = (found: ReadonlyMap<string, Found>, check: CheckId, part: { readonly id: string } | null): Found | undefined => {
  const other = oppositeOf(check);
  return found.get(placeOfFinding({ check, part })) ?? (other && found.get(placeOfFinding({ check: other, part })));
};

/** Causes with a declined repair, not repaired since. */
export function leftIn(lines: readonly RecordLine[]): CauseId[] {
  const last = new Map(linesOf(lines, 'mended').map(({ body }) => [body.cause, body.when]));
  return [...last].flatMap(([cause, when]) => (when === 'left' ? [cause] : []));
}

/**
 * Procedures of the job: the last choice for the drive first, then the work on parts in the order of its choice. Empty
 * where none was chosen.
 */
export function proceduresOf(lines: readonly RecordLine[]): Procedure[] {
  const chosen = [...new Set(linesOf(lines, 'procedure').map((l) => l.body.procedure))].flatMap((id) => procedureOf(id) ?? []);
  const ofDrive = linesOf(lines, 'procedure').findLast((l) => procedureOf(l.body.procedure)?.partWork === undefined);
  return [...chosen.filter((p) => p.id === ofDrive?.body.procedure), ...chosen.filter((p) => p.partWork)];
}

/** True once the chosen procedure took the drive off the machine. */
export function isDriveRemoved(lines: readonly RecordLine[]): boolean {
  const [procedure] = proceduresOf(lines);
  const step = procedure?.removesDrive;
  return step !== undefined && stepsWritten(lines, procedure!.id).get(step)?.outcome === 'done';
}

export interface StepRecord extends StepWritten {
  readonly at: string;
  readonly by: string;
  /** How many times it was done. */
  readonly rounds: number;
}

/** The steps of a procedure as they were written last. */
export function stepsWritten(lines: readonly RecordLine[], procedure: string): Map<string, StepRecord> {
  const written = new Map<string, StepRecord>();
  for (const { body, at, by } of linesOf(lines, 'step')) {
    if (body.procedure !== procedure) continue;
    const before = written.get(body.step)?.rounds ?? 0;
    written.set(body.step, { ...body, at, by, rounds: before + (body.outcome === 'done' ? 1 : 0) });
  }
  return written;
}

export type Securing =
  | { readonly state: 'secured'; readonly at: string; readonly by: string }
  /** `missing` are cautions not confirmed, by id. */
  | { readonly state: 'part'; readonly missing: readonly string[] }
  | { readonly state: 'never' | 'other-day' }
  /** `short`: the whole list was confirmed before the run, so that the short list makes it safe again. */
  | { readonly state: 'after-run'; readonly short: boolean };

/**
 * Safety of the machine: the whole list confirmed that day, and the short list after every later run.
 * @param required ids of the safety lines for its facts
 * @param dayOf day of a moment by the clock of the shop
 */
export function securingOf(
  lines: readonly RecordLine[],
  required: readonly string[],
  dayOf: (iso: string) => string,
  now: string,
): Securing {
  const standing = lines.filter((l) => !l.withdrawn && (l.type === 'secured' || l.type === 'running'));
  const lists = linesOf(standing, 'secured');
  const full = lists.filter((l) => l.body.list === 'full');
  const today = full.filter((l) => dayOf(l.at) === dayOf(now));
  const confirmed = new Set(today.flatMap((l) => l.body.cautions.map((c) => c.id)));
  const missing = required.filter((id) => !confirmed.has(id));
  if (standing.at(-1)?.type === 'running') return { state: 'after-run', short: today.length > 0 && missing.length === 0 };
  if (today.length === 0) return { state: full.length === 0 ? 'never' : 'other-day' };
  if (missing.length > 0) return { state: 'part', missing };
  const by = lists.at(-1)!;
  return { state: 'secured', at: by.at, by: by.by };
}
