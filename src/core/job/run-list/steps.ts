import type { Drive } from '../../drive';
import { checkOf, type CheckId } from '../../fault';
import type { Changed } from '../entries/changed';
import type { Finding } from '../entries/finding';
import type { TensionDecided } from '../entries/tension-decided';
import type { Instrument, Step } from '../procedures/step';
import type { StepRecord } from '../record';
import type { RecordLine } from '../kind';
import type { LineCondition } from '../replayed';
import { checkPartsOf } from '../check-order';

/** Which entry a reading with an instrument is written as. */
const TYPE: Readonly<Record<Exclude<Instrument, 'setting'>, string>> = {
  times: 'timed',
  tension: 'reading',
  alignment: 'alignment',
  width: 'width',
};
/** Stages at which a step reads the machine as found. */
const FOUND = new Set(['ask', 'look']);
/** True if a step belongs to the machine as found. */
export const readsFound = ({ stage }: Step): boolean => FOUND.has(stage);
/**
 * True if a step reads the machine as found, which no later reading can replace. A width does not depend on the
 * condition.
 */
export const readsAsFound = (step: Step): boolean => step.instrument !== undefined && step.instrument !== 'width' && readsFound(step);

/** True if a line moves an adjuster, or decides against it. */
const isSetting = (line: RecordLine): boolean =>
  !line.withdrawn &&
  ((line.type === 'changed' && (line.body as Changed).change === 'adjusted') ||
    (line.type === 'tension-decided' && (line.body as TensionDecided).act !== 'replace'));

/**
 * Steps answered by readings on the ticket. Steps of one instrument are answered in order. Those at Intake and Inspect
 * need a reading as found. Each other step needs a reading in a later condition than the one before. A step that is a
 * check is answered by its results. If the setting was left as is and nothing was changed, the machine as found is the
 * machine as set.
 * @param drive that the checks are made on
 * @param placeOf the condition of a ticket line, by its index
 */
export function answeredSteps(
  steps: readonly Step[],
  written: ReadonlyMap<string, StepRecord>,
  lines: readonly RecordLine[],
  drive: Drive | null,
  placeOf: (line: number) => LineCondition | null,
): Set<string> {
  const answered = new Set<string>();
  const isLeft =
    lines.some((l) => !l.withdrawn && l.type === 'tension-decided' && (l.body as TensionDecided).act === 'leave') &&
    !lines.some((l, i) => !l.withdrawn && (placeOf(i)?.condition ?? 0) > 0);
  for (const instrument of ['times', 'tension', 'alignment', 'width'] as const) {
    // A width belongs to no condition: no change but a new belt alters it.
    const conditions = [
      ...new Set(lines.flatMap((l, i) => (l.type === TYPE[instrument] && !l.withdrawn ? [placeOf(i)?.condition ?? 0] : []))),
    ];
    let after = -1;
    for (const step of steps) {
      if (step.instrument !== instrument) continue;
      const found = FOUND.has(step.stage);
      const isOwn = (c: number) => instrument === 'width' || (found ? c === 0 : c > 0);
      const at = conditions.find((c) => (c > after && isOwn(c)) || (isLeft && !found));
      if (at === undefined) continue;
      if (!written.has(step.id)) answered.add(step.id);
      after = at;
    }
  }
  // One adjustment, or the decision against one, answers every setting step.
  const isSet = lines.some(isSetting);
  for (const { id, instrument } of steps) if (instrument === 'setting' && isSet && !written.has(id)) answered.add(id);
  for (const step of steps)
    if (step.checks && !written.has(step.id) && step.checks.every((check) => isRecorded(check, FOUND.has(step.stage))))
      answered.add(step.id);
  return answered;

  /** True if a check was recorded on every part. After Inspect only a good result in the present condition counts. */
  function isRecorded(check: CheckId, asFound: boolean): boolean {
    return checkPartsOf(checkOf(check), drive).every((part) => {
      const at = lines.findLastIndex((l) => {
        const body = l.body as Finding;
        return l.type === 'finding' && !l.withdrawn && body.check === check && (part === null || body.part?.id === part.id);
      });
      if (at < 0) return false;
      const { result } = lines[at]!.body as Finding;
      if (asFound) return result !== 'not-reached';
      const place = placeOf(at);
      return result === 'good' && place !== null && place.current && (place.condition > 0 || isLeft);
    });
  }
}
