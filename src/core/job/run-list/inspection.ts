import { checkOf, complaintOf, type CheckId } from '../../fault';
import { stepsOf } from '../procedures';
import { intakeOf } from '../record';
import { linesOf } from '../record-lines';
import { hasBrake } from '../state/answer';
import { BRAKE_CHECK } from '../state/events';
import { setupsUp, removedParts } from '../removed-parts';
import { isAboutStart } from '../traced';
import { isOfKind } from '../check-order';
import { line, UNTIMED, type Known } from './known';
import type { OpenLine } from './line';

export function intake({ lines, kind, ticket, stopLimitS }: Known): OpenLine[] {
  const asked = intakeOf(lines);
  const times = linesOf(lines, 'timed').map((l) => l.body.what);
  const taken = times.includes('engagement') && (stopLimitS === null || times.includes('stop'));
  const untimed = kind !== null && UNTIMED.has(kind);
  const changed = ticket.replayed.condition > 0 || removedParts(lines).length > 0;
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
    ...(asked?.arrives === 'apart'
      ? [
          line({
            id: 'arrived',
            work: { kind: 'arrived' },
            stage: 'ask',
            title: 'List the parts that arrived removed',
            minutes: 5,
            state: lines.some((l) => l.type === 'tally' && l.stage === 'ask' && !l.withdrawn) ? 'done' : 'open',
            reason: 'The parts count starts with this list.',
          }),
        ]
      : []),
    line({
      id: 'times-found',
      work: { kind: 'times-found' },
      stage: 'ask',
      title: 'Time engagement and stop as found',
      minutes: 4,
      state: taken ? 'done' : why !== null ? 'not-needed' : 'open',
      reason: why ?? 'A complaint cannot be timed once parts are removed. Skip it if the machine cannot run safely.',
    }),
  ];
}

export function safety({ lines, cautions, safe }: Known): OpenLine {
  const lists = linesOf(lines, 'secured').filter((l) => l.body.list === 'full');
  const confirmed = new Set(lists.flatMap((l) => l.body.cautions.map((c) => c.id)));
  const all = lists.length > 0 && cautions.every((id) => confirmed.has(id));
  const ran = lines.findLast((l) => !l.withdrawn && (l.type === 'secured' || l.type === 'running'))?.type === 'running';
  return line({
    id: 'safety',
    work: { kind: 'safety' },
    stage: 'secure',
    title: 'Make the machine safe',
    minutes: 3,
    state: all && safe !== false ? 'done' : lists.length > 0 ? 'again' : 'open',
    reason:
      lists.length === 0 || safe !== false
        ? 'Confirm each line before you reach in.'
        : ran
          ? 'The machine ran.'
          : all
            ? 'The machine was made safe on another day. Confirm the whole list again.'
            : 'Not every safety line is confirmed.',
  });
}

/** The width of a variable drive's belt, where no step of the procedure measures it. */
export function beltWidth({ lines, kind, procedures, at }: Known): OpenLine[] {
  if (kind !== 'cvt' || procedures.some((p) => stepsOf(p, at).some((s) => s.instrument === 'width'))) return [];
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

/** True to check the brake first: the stop takes too long, or the belt is on and the brake unknown. */
export function brakeFirst({ lines, drive, beltId, ticket, stopLimitS }: Known): OpenLine[] {
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
  const dead = intakeOf(lines)?.complaints.includes('dead') ?? false;
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
export function timeAgain({ ticket }: Known): OpenLine[] {
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

/** First checks. */
const firstChecks = (known: Known): OpenLine[] => [...linkFirst(known), ...brakeFirst(known).filter((l) => l.stage === 'look')];

/** True if a check was bad. The procedure is then chosen before tracing continues. */
export const isFaultFound = ({ found }: Known): boolean => [...found.values()].some((f) => f.result === 'bad');

/** Tracing's next check. */
export function tracedCheck(known: Known): OpenLine[] {
  const { next } = known;
  if (!next || firstChecks(known).some((l) => l.work.kind === 'check' && l.work.check === next.check)) return [];
  return [
    line({
      id: `check:${next.check}`,
      work: { kind: 'check', check: next.check, part: null },
      stage: checkOf(next.check).state === 'asked' ? 'ask' : 'look',
      // One question answers all of these.
      title: isAboutStart(next.check) ? 'When did it start?' : checkOf(next.check).label,
      minutes: next.minutes,
      state: 'open',
      reason:
        next.why === 'open'
          ? 'It can be reached while the covers are off. A second fault must not stay in the machine.'
          : 'This check separates the likely causes best for its time.',
      required: false,
    }),
  ];
}

/** Inspection as far as no procedure has steps for it. */
export function inspection(known: Known): OpenLine[] {
  const { found, procedures } = known;
  const hand = [...found.values()].filter((f) => f.result !== 'not-reached');
  return [
    ...firstChecks(known),
    ...(procedures.length === 0
      ? [
          ...(isFaultFound(known) ? [] : tracedCheck(known)),
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
  ];
}
