import { findingsOf, proceduresOf } from '../record';
import { linesOf } from '../record-lines';
import { replayTicket } from '../replayed';
import { STAGES, type Stage } from '../stages';
import type { RecordLine } from '../kind';
import { beltWidth, inspection, intake, isFaultFound, safety, timeAgain, tracedCheck } from './inspection';
import { line, type Known, type RunListOf } from './known';
import type { OpenLine } from './line';
import { belt, checksAgain, partsListCheck, procedureChoice, repairs, setting, stepLines, testing, testResult } from './work';

/** Every line that a job needs, in order, with its state. */
export function openLines(of: RunListOf): OpenLine[] {
  const found = findingsOf(of.lines);
  const known: Known = {
    ...of,
    ticket: replayTicket(of.lines, of.drive, of.beltId),
    found,
    procedures: proceduresOf(of.lines),
    at: { facts: of.facts, found: [...found.values()] },
  };
  const [work = [], ...onParts] = known.procedures.map((p) => stepLines(known, p));
  const first = (stage: Stage) => [work, ...onParts].flat().filter((s) => s.stage === stage);
  const ownPlace = ({ stage }: OpenLine) => !['ask', 'secure', 'prove', 'book'].includes(stage);
  const middle = work.filter(ownPlace);
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
    ...partsListCheck(known),
    ...middle.slice(0, cover),
    ...(known.procedures.length > 0 ? beltWidth(known) : []),
    ...middle.slice(cover, lastLook + 1),
    // The procedure and its steps come before what tracing would like to know as well.
    ...(known.procedures.length > 0 || isFaultFound(known) ? tracedCheck(known) : []),
    ...repairs(known),
    ...checksAgain(known, 'fit'),
    ...timeAgain(known),
    // Parts are worked on while the belt is off.
    ...onParts.flat().filter(ownPlace),
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
