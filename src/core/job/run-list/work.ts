import { checkOf, isRepairedByAdjusting, type CheckId } from '../../fault';
import { comparedOnTicket, procedureName, proposalsFor, stepsOf, type Procedure, type Step } from '../procedures';
import type { ReplayedTicket } from '../replayed';
import { intakeOf, isDriveRemoved, placeOfFinding, provedOf, stepsWritten, type Found } from '../record';
import { linesOf } from '../record-lines';
import { removedParts } from '../removed-parts';
import { brakeFirst } from './inspection';
import { BELT_CHECKS, line, nameOf, UNTIMED, type Known } from './known';
import type { OpenLine } from './line';
import { PARTS_LIST, partsListOf } from '../parts-list';
import { answeredSteps, readsAsFound, readsFound } from './steps';

/** True if the tension of the job's belt is set on this job, by an adjuster. */
const hasSetting = ({ drive, beltId, kind }: Known): boolean =>
  drive !== null && kind !== 'cvt' && drive.adjusters.length > 0 && drive.belts.some((b) => b.id === beltId);

/** Bad findings to be repaired by an adjuster, without an adjustment so far. */
const toAdjust = (known: Known): Found[] =>
  hasSetting(known)
    ? [...known.found.values()].filter((f) => f.result === 'bad' && f.status === 'open' && isRepairedByAdjusting(f.act))
    : [];

export function repairs(known: Known): OpenLine[] {
  const adjusted = new Set(toAdjust(known).map(placeOfFinding));
  return [...known.found.values()]
    .filter((f) => f.result === 'bad' && !BELT_CHECKS.has(f.check) && !adjusted.has(placeOfFinding(f)))
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

/** Repaired findings to check again: immediately after the work, or after the setting for those repaired by an adjuster. */
export function checksAgain({ found, ticket }: Known, stage: 'fit' | 'set'): OpenLine[] {
  return ticket.replayed.dueChecks.flatMap(({ check: id, part }) => {
    const check = id as CheckId;
    const of = found.get(`${id}/${part ?? ''}`);
    if ((of && isRepairedByAdjusting(of.act) ? 'set' : 'fit') !== stage) return [];
    return [
      line({
        id: `again:${id}/${part ?? ''}`,
        work: { kind: 'check', check, part },
        stage,
        title: `Check again: ${nameOf(of, check)}`,
        minutes: checkOf(check).minutes,
        state: 'again',
        reason: 'It was found bad and repaired.',
      }),
    ];
  });
}

export function procedureChoice({ kind, at, procedures }: Known): OpenLine[] {
  if (proposalsFor(kind, at).length === 0) return [];
  return [
    line({
      id: 'procedure',
      work: { kind: 'procedure' },
      stage: 'fit',
      title: 'Choose the procedure',
      minutes: 1,
      state: procedures.length > 0 ? 'done' : 'open',
      reason: procedures.length > 0 ? procedures.map(procedureName).join('; ') : 'Its steps join this list in their order.',
    }),
  ];
}

export function belt({ lines, drive, found }: Known): OpenLine {
  const booked = linesOf(lines, 'belt-booked').length > 0;
  const broken = intakeOf(lines)?.beltEnded === 'broken';
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
            : 'No check shows that the belt must be replaced.',
  });
}

/** The parts list of the drive, checked before work starts. */
export function partsListCheck({ lines, facts, procedures }: Known): OpenLine[] {
  if (partsListOf(facts).length === 0 || procedures.length === 0) return [];
  const checked = stepsWritten(lines, PARTS_LIST.procedure).get(PARTS_LIST.step);
  return [
    line({
      id: 'parts-list',
      work: { kind: 'parts-list' },
      stage: 'look',
      title: 'Check the parts against the parts list',
      minutes: 3,
      state: checked ? 'done' : 'open',
      reason: checked?.words ?? 'A missing shim or spacer shows before work starts, not after it.',
    }),
  ];
}

/** Why a step is not needed in the present condition; null where it is. */
function needlessNow(step: Step, { replayed: { condition, alignment } }: ReplayedTicket): string | null {
  if (condition > 0 && readsAsFound(step)) return 'The machine was changed before this was read.';
  if (step.unless === 'aligned' && alignment !== null && alignment.degrees <= alignment.limit)
    return 'The entry angle is within its limit.';
  return null;
}

/** Lines of the steps of one procedure. */
export function stepLines({ lines, at, ticket, drive }: Known, procedure: Procedure): OpenLine[] {
  const steps = stepsOf(procedure, at);
  const written = stepsWritten(lines, procedure.id);
  const answered = answeredSteps(steps, written, lines, drive, ticket.placeOf);
  const each = Math.max(1, Math.round((procedure.minutes[0] + procedure.minutes[1]) / 2 / steps.length));
  return steps.map((s) => {
    const record = written.get(s.id);
    const isOpen = !record && !answered.has(s.id);
    const needless = isOpen ? needlessNow(s, ticket) : null;
    const differs = record?.outcome === 'done' && !readsFound(s) && comparedOnTicket(s, written)?.agree === false;
    return line({
      id: `step:${procedure.id}/${s.id}`,
      work: { kind: 'step', procedure: procedure.id, step: s.id },
      stage: s.stage,
      title: s.text,
      minutes: each,
      state: record && record.outcome !== 'done' ? 'skipped' : differs ? 'again' : !isOpen ? 'done' : needless ? 'not-needed' : 'open',
      reason: differs
        ? `The readings differ. ${s.agree?.otherwise ?? ''}`.trim()
        : (needless ?? (record && record.outcome !== 'done' ? record.why : (s.why ?? ''))),
    });
  });
}

export function setting(known: Known): OpenLine[] {
  const { lines, drive, kind, beltId, ticket, procedures, at } = known;
  const { replayed } = ticket;
  const own = drive?.belts.find((b) => b.id === beltId);
  if (!drive || !own || kind === 'cvt') return [];
  const readings = linesOf(lines, 'reading').filter((l) => l.body.belt === own.id);
  const isDue = replayed.dueReadings.includes('tension');
  const [bad] = toAdjust(known);
  const sets = bad !== undefined || replayed.condition > 0 || procedures.some((p) => stepsOf(p, at, 'set').length > 0);
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
      state: isDue ? 'again' : bad ? 'open' : readings.length > 0 ? 'done' : sets ? 'open' : 'not-needed',
      reason: isDue
        ? 'The machine was changed after the last reading.'
        : bad
          ? `${nameOf(bad, bad.check)} was found bad. ${bad.act}.`
          : sets || readings.length > 0
            ? ''
            : 'Nothing that moves the tension was changed.',
    }),
    ...brakeFirst(known).filter((l) => l.stage === 'set'),
    ...checksAgain(known, 'set'),
  ];
}

const OFF_THE_MACHINE = 'The drive is off the machine.';

export function testing({ lines, kind, ticket, stopLimitS }: Known): OpenLine[] {
  const off = removedParts(lines);
  const counted = lines.some((l) => !l.withdrawn && (l.type === 'tally' || l.type === 'setup'));
  const { engage, stop } = ticket.replayed.times;
  const isRemoved = isDriveRemoved(lines);
  const untimed = isRemoved || (kind !== null && UNTIMED.has(kind));
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
      reason: isRemoved
        ? OFF_THE_MACHINE
        : untimed
          ? 'This kind of drive is not engaged by a lever.'
          : 'Times from before the last change do not count.',
    }),
  ];
}

export function testResult({ lines, ticket }: Known): OpenLine[] {
  const provedAt = lines.findLastIndex((l) => l.type === 'proved' && !l.withdrawn);
  const current = provedAt >= 0 && ticket.conditionOf(provedAt) === ticket.replayed.condition;
  return [
    line({
      id: 'test',
      work: { kind: 'test' },
      stage: 'prove',
      title: 'Record the test result',
      minutes: 3,
      state: isDriveRemoved(lines) ? 'not-needed' : current ? 'done' : provedOf(lines) ? 'again' : 'open',
      reason: isDriveRemoved(lines) ? OFF_THE_MACHINE : current || provedAt < 0 ? '' : 'The machine was changed after this test.',
    }),
  ];
}
