import type { Finding } from '../entries/finding';
import type { Instrument, Step } from '../procedures/step';
import type { StepRecord } from '../record';
import type { RecordLine } from '../kind';
import type { LineCondition } from '../replayed';

/** Which entry a reading with an instrument is written as. */
const TYPE: Readonly<Record<Instrument, string>> = { times: 'timed', tension: 'reading', alignment: 'alignment', width: 'width' };
/** Stages at which a step reads the machine as found. */
const FOUND = new Set(['ask', 'look']);

/**
 * Steps that are answered by readings on the ticket. Steps of one instrument are answered in their order: those at Intake and Inspect by a reading as
 * found, the others each by a reading in a later condition than the one before. A step that is a check is answered by its good result.
 * @param placeOf the condition of a ticket line, by its index
 */
export function answeredSteps(
  steps: readonly Step[],
  written: ReadonlyMap<string, StepRecord>,
  lines: readonly RecordLine[],
  placeOf: (line: number) => LineCondition | null,
): Set<string> {
  const answered = new Set<string>();
  for (const instrument of ['times', 'tension', 'alignment', 'width'] as const) {
    // A width belongs to no condition: no change but a new belt alters it.
    const conditions = [
      ...new Set(lines.flatMap((l, i) => (l.type === TYPE[instrument] && !l.withdrawn ? [placeOf(i)?.condition ?? 0] : []))),
    ];
    let after = -1;
    for (const step of steps) {
      if (step.instrument !== instrument) continue;
      const found = FOUND.has(step.stage);
      const at = conditions.find((c) => c > after && (instrument === 'width' || (found ? c === 0 : c > 0)));
      if (at === undefined) continue;
      if (!written.has(step.id)) answered.add(step.id);
      after = at;
    }
  }
  for (const { id, check, stage } of steps) {
    if (check === undefined || written.has(id)) continue;
    const at = lines.findLastIndex((l) => l.type === 'finding' && !l.withdrawn && (l.body as Finding).check === check);
    const place = at < 0 ? null : placeOf(at);
    const isGood = at >= 0 && (lines[at]!.body as Finding).result === 'good';
    // After Inspect a check answers only what it was made for: the machine as it is set now.
    if (isGood && place?.current && (FOUND.has(stage) || place.condition > 0)) answered.add(id);
  }
  return answered;
}
