import type { Drive } from '../../drive';
import { checkOf, complaintOf, type CheckId, type DriveKind } from '../../fault';
import type { Facts } from '../../machine';
import type { RecordLine } from '../kind';
import { procedureOf, proposalsFor, stepsOf, type Circumstances, type Procedure } from '../procedures';
import { askedOf, chosenOf, findingsOf, placeOfFinding, provedOf, stepsWritten, type Found } from '../record';
import { linesOf } from '../record-lines';
import { replayTicket, type ReplayedTicket } from '../replayed';
import { hasBrake } from '../state/answer';
import { BRAKE_CHECK } from '../state/events';
import { setupsUp, stillOff } from '../still-off';
import { isOfKind } from '../walk';
import { STAGES, type Stage } from '../stages';
import type { OpenLine } from './line';
import { answeredSteps } from './steps';

/** What the run list of a job is built from. */
export interface RunListOf {
  readonly lines: readonly RecordLine[];
  readonly drive: Drive | null;
  readonly beltId: string | null;
  readonly kind: DriveKind | null;
  readonly facts: Facts;
  /** Limit of the stop time, s; null where the machine has none. */
  readonly stopLimitS: number | null;
  /** Ids of the safety lines that the machine needs. */
  readonly cautions: readonly string[];
  /** Whether the machine is safe now, by the shop's day; null to go by the ticket alone. */
  readonly safe: boolean | null;
  /** Tracing's next check; null where it has none, or has not answered. */
  readonly next: { readonly check: CheckId; readonly minutes: number } | null;
  readonly closed: boolean;
}

/** Checks by which a belt is found to need replacement. */
const BELT_CHECKS: ReadonlySet<string> = new Set([
  'belt-surface',
  'belt-flat',
  'belt-width',
  'belt-length',
  'belt-length-short',
  'cvt-width',
  'oil',
]);
/** Kinds that are not engaged by a lever: nothing of them is timed. */
const UNTIMED: ReadonlySet<DriveKind> = new Set(['cvt', 'accessory']);

const line = (of: Pick<OpenLine, 'id' | 'work' | 'stage' | 'title' | 'state'> & Partial<OpenLine>): OpenLine => ({
  minutes: null,
  reason: '',
  required: true,
  ...of,
});

interface Known extends RunListOf {
  readonly ticket: ReplayedTicket;
  readonly found: ReadonlyMap<string, Found>;
  readonly procedure: Procedure | null;
  readonly at: Circumstances;
}

/** Every act that a job needs, in order, each with what is known of it. */
export function openLines(of: RunListOf): OpenLine[] {
  const found = findingsOf(of.lines);
  const chosen = chosenOf(of.lines);
  const known: Known = {
    ...of,
    ticket: replayTicket(of.lines, of.drive, of.beltId),
    found,
    procedure: (chosen && procedureOf(chosen.procedure)) ?? null,
    at: { facts: of.facts, found: [...found.values()] },
  };
  const steps = stepLines(known);
  const first = (stage: Stage) => steps.filter((s) => s.stage === stage);
  const middle = steps.filter((s) => !['ask', 'secure', 'prove', 'book'].includes(s.stage));
  // The belt is chosen before the first step that fits something after the last check.
  const lastLook = middle.findLastIndex((s) => s.stage === 'look' || s.stage === 'match');
  // The belt of a variable drive is measured once its cover is off.
  const cover =
    Math.min(
      middle.findIndex((s) => s.stage === 'fit'),
      lastLook,
    ) + 1;
  const all = [
    ...intake(known),
    ...first('ask'),
    safety(known),
    ...first('secure'),
    ...inspection(known),
    ...procedureChoice(known),
    ...middle.slice(0, cover),
    ...(known.procedure ? beltWidth(known) : []),
    ...middle.slice(cover, lastLook + 1),
    ...repairs(known),
    belt(known),
    ...middle.slice(lastLook + 1),
    ...setting(known),
    ...testing(known),
    ...first('prove'),
    ...testResult(known),
    ...first('book'),
    line({ id: 'close', work: { kind: 'close' }, stage: 'book', title: 'Close the job', minutes: 2, state: of.closed ? 'done' : 'open' }),
  ];
  return withSkips(all, of.lines);
}

function intake({ lines, kind, ticket, stopLimitS }: Known): OpenLine[] {
  const asked = askedOf(lines);
  const times = linesOf(lines, 'timed').map((l) => l.body.what);
  const taken = times.includes('engagement') && (stopLimitS === null || times.includes('stop'));
  const untimed = kind !== null && UNTIMED.has(kind);
  const changed = ticket.replayed.condition > 0 || stillOff(lines).length > 0;
  const why = untimed
    ? 'This kind of drive is not engaged by a lever.'
    : asked?.arrives === 'apart'
      ? 'The machine arrived dismantled.'
      : asked?.beltEnded === 'broken'
        ? 'The belt is broken.'
        : changed
          ? 'The machine was changed or opened before it was timed.'
          : null;
  return [
    line({
      id: 'complaint',
      work: { kind: 'complaint' },
      stage: 'ask',
      title: 'Record the complaint',
      minutes: 2,
      state: asked ? 'done' : 'open',
      reason: asked ? asked.complaints.map((c) => complaintOf(c).label).join('; ') : 'The complaint selects the checks.',
    }),
    line({
      id: 'times-found',
      work: { kind: 'times-found' },
      stage: 'ask',
      title: 'Time engagement and stop as found',
      minutes: 4,
      state: taken ? 'done' : why !== null ? 'not-needed' : 'open',
      reason: why ?? 'A complaint cannot be timed once the machine is apart. Skip it if the machine cannot run safely.',
    }),
  ];
}

function safety({ lines, cautions, safe }: Known): OpenLine {
  const lists = linesOf(lines, 'secured').filter((l) => l.body.list === 'full');
  const confirmed = new Set(lists.flatMap((l) => l.body.cautions.map((c) => c.id)));
  const all = lists.length > 0 && cautions.every((id) => confirmed.has(id));
  return line({
    id: 'safety',
    work: { kind: 'safety' },
    stage: 'secure',
    title: 'Make the machine safe',
    minutes: 3,
    state: all && safe !== false ? 'done' : lists.length > 0 ? 'again' : 'open',
    reason:
      lists.length > 0 && safe === false ? 'The machine ran, or was made safe on another day.' : 'Confirm each line before you reach in.',
  });
}

/** The width of a variable drive's belt, where no step of the procedure measures it. */
function beltWidth({ lines, kind, procedure, at }: Known): OpenLine[] {
  if (kind !== 'cvt' || (procedure && stepsOf(procedure, at).some((s) => s.instrument === 'width'))) return [];
  return [
    line({
      id: 'width',
      work: { kind: 'width' },
      stage: 'look',
      title: 'Measure the belt width',
      minutes: 6,
      state: linesOf(lines, 'width').length > 0 ? 'done' : 'open',
      reason: 'The width shows how much of the belt is left.',
    }),
  ];
}

/** Whether it must be seen first where the brake is: the stop takes too long, or the belt is on and the brake unknown. */
function brakeFirst({ lines, drive, beltId, ticket, stopLimitS }: Known): OpenLine[] {
  const { brake, times } = ticket.replayed;
  if (!drive || brake !== 'unknown' || setupsUp(lines).has('belt') || !hasBrake(drive, beltId)) return [];
  const over = stopLimitS !== null && times.stop !== null && times.stop > stopLimitS;
  const again = ticket.replayed.dueReadings.includes('brake');
  return [
    line({
      id: 'brake',
      work: { kind: 'check', check: BRAKE_CHECK, part: null },
      // After a change it is seen once the setting is made.
      stage: again ? 'set' : 'look',
      title: again ? 'Check the brake again' : checkOf(BRAKE_CHECK).label,
      minutes: checkOf(BRAKE_CHECK).minutes,
      state: again ? 'again' : 'open',
      reason: over
        ? 'The stop time is over its limit.'
        : again
          ? 'A later change can have moved where the brake is when released.'
          : 'It is unknown whether the brake is on when released.',
    }),
  ];
}

/** Where nothing turns at all, a link that is still hooked for fitting comes before every other check. */
function linkFirst({ lines, kind, found }: Known): OpenLine[] {
  const check: CheckId = 'holding-link';
  const dead = askedOf(lines)?.complaints.includes('dead') ?? false;
  if (!dead || kind === null || !isOfKind(check, kind)) return [];
  return [
    line({
      id: 'link',
      work: { kind: 'check', check, part: null },
      stage: 'look',
      title: checkOf(check).label,
      minutes: checkOf(check).minutes,
      state: [...found.values()].some((f) => f.check === check && f.result !== 'not-reached') ? 'done' : 'open',
      reason: 'Nothing turns while the holding link is still hooked.',
    }),
  ];
}

/** A part that moves freely again can have cured a slow engagement: it is timed before anything is adjusted. */
function timeAgain({ ticket }: Known): OpenLine[] {
  const { lastChange, dueReadings } = ticket.replayed;
  if (lastChange !== 'freed' || !dueReadings.includes('engage-time')) return [];
  return [
    line({
      id: 'times-freed',
      work: { kind: 'times-found' },
      stage: 'look',
      title: 'Time the engagement again',
      minutes: 4,
      state: 'again',
      reason: 'A part was freed. Time it before you adjust anything.',
    }),
  ];
}

function inspection(known: Known): OpenLine[] {
  const { found, procedure, next, ticket } = known;
  const hand = [...found.values()].filter((f) => f.result !== 'not-reached');
  const due = ticket.replayed.dueChecks.flatMap((f): OpenLine[] => {
    const of = found.get(`${f.check}/${f.part ?? ''}`);
    return [
      line({
        id: `again:${f.check}/${f.part ?? ''}`,
        work: { kind: 'check', check: f.check as CheckId, part: f.part },
        stage: 'look',
        title: `Check again: ${nameOf(of, f.check as CheckId)}`,
        minutes: checkOf(f.check as CheckId).minutes,
        state: 'again',
        reason: 'It was found bad and repaired.',
      }),
    ];
  });
  const first = [...linkFirst(known), ...brakeFirst(known).filter((l) => l.stage === 'look')];
  const listed = new Set<CheckId>(first.flatMap((l) => (l.work.kind === 'check' ? [l.work.check] : [])));
  return [
    ...first,
    ...timeAgain(known),
    ...(next && !listed.has(next.check)
      ? [
          line({
            id: `check:${next.check}`,
            work: { kind: 'check', check: next.check, part: null },
            stage: checkOf(next.check).state === 'asked' ? 'ask' : 'look',
            title: checkOf(next.check).label,
            minutes: next.minutes,
            state: 'open',
            reason: 'This check separates the likely causes best for its time.',
            required: false,
          }),
        ]
      : []),
    ...(procedure === null
      ? [
          ...beltWidth(known),
          line({
            id: 'inspect',
            work: { kind: 'inspect' },
            stage: 'look',
            title: 'Inspect the drive by hand',
            minutes: 10,
            state: hand.length > 0 ? 'done' : 'open',
            reason: 'Record at least one check, or choose a procedure with its own steps.',
          }),
        ]
      : []),
    ...due,
  ];
}

const nameOf = (of: Found | undefined, check: CheckId): string => {
  const { label } = checkOf(check);
  return of?.part ? `${of.part.label}, ${label.charAt(0).toLowerCase()}${label.slice(1)}` : label;
};

function repairs({ found }: Known): OpenLine[] {
  return [...found.values()]
    .filter((f) => f.result === 'bad' && !BELT_CHECKS.has(f.check))
    .map((f) =>
      line({
        id: `repair:${placeOfFinding(f)}`,
        work: { kind: 'repair', check: f.check, part: f.part?.id ?? null },
        stage: 'fit',
        title: f.act === '' ? `Repair: ${nameOf(f, f.check)}` : f.act,
        minutes: 10,
        state: f.status === 'left' ? 'skipped' : f.status === 'open' ? 'open' : 'done',
        reason:
          f.status === 'left'
            ? 'The customer declined.'
            : f.answer === 'waiting' || f.answer === 'asked'
              ? 'Wait for the customer’s answer.'
              : `${nameOf(f, f.check)} was found bad.`,
      }),
    );
}

function procedureChoice({ kind, at, procedure }: Known): OpenLine[] {
  if (proposalsFor(kind, at).length === 0) return [];
  return [
    line({
      id: 'procedure',
      work: { kind: 'procedure' },
      stage: 'fit',
      title: 'Choose the procedure',
      minutes: 1,
      state: procedure ? 'done' : 'open',
      reason: procedure ? procedure.name : 'Its steps join this list in their order.',
    }),
  ];
}

function belt({ lines, drive, found }: Known): OpenLine {
  const booked = linesOf(lines, 'belt-booked').length > 0;
  const broken = askedOf(lines)?.beltEnded === 'broken';
  const worn = [...found.values()].some((f) => BELT_CHECKS.has(f.check) && f.result === 'bad');
  const needed = broken || worn || drive === null;
  return line({
    id: 'belt',
    work: { kind: 'belt' },
    stage: 'match',
    title: drive === null ? 'Choose the drive and belt' : 'Choose the belt',
    minutes: 3,
    state: booked ? 'done' : needed ? 'open' : 'not-needed',
    reason: booked
      ? 'A belt is used on this job.'
      : broken
        ? 'The belt is broken.'
        : worn
          ? 'The belt was found bad.'
          : drive === null
            ? 'Match needs the drive.'
            : 'The belt stays on, as far as it was checked.',
  });
}

function stepLines({ lines, procedure, at, ticket }: Known): OpenLine[] {
  if (!procedure) return [];
  const steps = stepsOf(procedure, at);
  const written = stepsWritten(lines, procedure.id);
  const answered = answeredSteps(steps, written, lines, ticket.placeOf);
  const each = Math.max(1, Math.round((procedure.minutes[0] + procedure.minutes[1]) / 2 / steps.length));
  return steps.map((s) => {
    const record = written.get(s.id);
    return line({
      id: `step:${procedure.id}/${s.id}`,
      work: { kind: 'step', step: s.id },
      stage: s.stage,
      title: s.text,
      minutes: each,
      state: record ? (record.outcome === 'done' ? 'done' : 'skipped') : answered.has(s.id) ? 'done' : 'open',
      reason: record && record.outcome !== 'done' ? record.why : (s.why ?? ''),
    });
  });
}

function setting(known: Known): OpenLine[] {
  const { lines, drive, kind, beltId, ticket, procedure, at } = known;
  const { replayed } = ticket;
  const own = drive?.belts.find((b) => b.id === beltId);
  if (!drive || !own || kind === 'cvt') return [];
  const readings = linesOf(lines, 'reading').filter((l) => l.body.belt === own.id);
  const isDue = replayed.dueReadings.includes('tension');
  const sets = replayed.condition > 0 || (procedure !== null && stepsOf(procedure, at, 'set').length > 0);
  const { alignment } = replayed;
  const over = alignment !== null && alignment.degrees > alignment.limit;
  const alignDue = replayed.dueReadings.includes('alignment');
  return [
    ...(alignment !== null || alignDue
      ? [
          line({
            id: 'alignment',
            work: { kind: 'alignment' },
            stage: 'set',
            title: over ? 'Correct the alignment' : 'Measure the alignment',
            minutes: 8,
            state: alignDue ? 'again' : over ? 'open' : 'done',
            reason: over
              ? `The entry angle is ${alignment.degrees.toFixed(2)}°, over its limit of ${alignment.limit}°.`
              : alignDue
                ? 'A later change can have moved it.'
                : '',
          }),
        ]
      : []),
    line({
      id: 'tension',
      work: { kind: 'tension' },
      stage: 'set',
      title: isDue ? 'Measure the tension again' : 'Set the tension',
      minutes: 4,
      state: isDue ? 'again' : readings.length > 0 ? 'done' : sets ? 'open' : 'not-needed',
      reason: isDue
        ? 'The machine was changed after the last reading.'
        : sets || readings.length > 0
          ? ''
          : 'Nothing that moves the tension was changed.',
    }),
    ...brakeFirst(known).filter((l) => l.stage === 'set'),
  ];
}

function testing({ lines, kind, ticket, stopLimitS }: Known): OpenLine[] {
  const off = stillOff(lines);
  const counted = lines.some((l) => !l.withdrawn && (l.type === 'tally' || l.type === 'setup'));
  const { engage, stop } = ticket.replayed.times;
  const untimed = kind !== null && UNTIMED.has(kind);
  return [
    ...(counted
      ? [
          line({
            id: 'parts',
            work: { kind: 'parts' },
            stage: 'prove',
            title: 'Refit every removed part',
            minutes: 2,
            state: off.length === 0 ? 'done' : 'open',
            reason: off.length === 0 ? '' : `Still removed: ${off.join(', ')}.`,
          }),
        ]
      : []),
    line({
      id: 'times',
      work: { kind: 'times' },
      stage: 'prove',
      title: 'Run the machine and time it',
      minutes: 4,
      state: untimed ? 'not-needed' : engage !== null && (stopLimitS === null || stop !== null) ? 'done' : 'open',
      reason: untimed ? 'This kind of drive is not engaged by a lever.' : 'Times from before the last change count no more.',
    }),
  ];
}

function testResult({ lines, ticket }: Known): OpenLine[] {
  const provedAt = lines.findLastIndex((l) => l.type === 'proved' && !l.withdrawn);
  const current = provedAt >= 0 && ticket.conditionOf(provedAt) === ticket.replayed.condition;
  return [
    line({
      id: 'test',
      work: { kind: 'test' },
      stage: 'prove',
      title: 'Record the test result',
      minutes: 3,
      state: current ? 'done' : provedOf(lines) ? 'again' : 'open',
      reason: current || provedAt < 0 ? '' : 'The machine was changed after this test.',
    }),
  ];
}

/** Lines and whole stages that were skipped with a reason. A line that was done since stays done. */
function withSkips(all: readonly OpenLine[], lines: readonly RecordLine[]): OpenLine[] {
  const why = new Map(linesOf(lines, 'skipped').map((l) => [l.body.line, l.body.why]));
  const stages = new Map(
    STAGES.flatMap((stage): [Stage, string][] => {
      const last = lines.findLast((l) => l.type === 'stage' && l.stage === stage && !l.withdrawn);
      const { state, why: reason } = (last?.body ?? {}) as { state?: string; why?: string };
      return state === 'skipped' ? [[stage, reason ?? '']] : [];
    }),
  );
  return all.map((one) => {
    const reason = why.get(one.id) ?? stages.get(one.stage);
    return reason !== undefined && (one.state === 'open' || one.state === 'again') && one.id !== 'close'
      ? { ...one, state: 'skipped', reason }
      : one;
  });
}
