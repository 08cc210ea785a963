import type { CheckId, ComplaintId } from '@/core/fault';
import type { TimesHeard } from '@/core/sound';
import { engagementOf, SUDDEN } from '@/core/tension';
import { timesOf, type Marks } from './marks';
import { engineSags, hardStop, spindleSlower, SQUEAL, suddenEngagement } from './messages';

/** A sign as fault tracing reads it: a check with a bad result, or a complaint. */
export type SignRecord = { readonly check: CheckId } | { readonly complaint: ComplaintId };

/** Sign of a fault in the sound of a cycle. */
export interface CycleSign {
  readonly text: string;
  /** Null where fault tracing has no such check and no such complaint. */
  readonly record: SignRecord | null;
}

/** Sag of the engine from which it is worth a line. */
const WORTH_SAG = 0.2;
/** Difference of speed beyond that of the pulleys from which it is worth a line, as a share. */
const WORTH_GAP = 0.005;

/** Signs of a cycle. @param gapByPulleys difference of speed between two spindles by their pulleys, as a share */
export function signsOf(heard: TimesHeard, moved: Marks | null, gapByPulleys: number): readonly CycleSign[] {
  const { engineSag, squeals, spindleGap } = heard.signs;
  const times = timesOf(heard, moved);
  const engagement = times.find((t) => t.what === 'engagement');
  const stop = times.find((t) => t.what === 'stop');
  const out: CycleSign[] = [];
  if (squeals) out.push({ text: SQUEAL, record: { complaint: 'squeals' } });
  if (engagement && engineSag !== null && engagementOf(engagement.seconds) === 'prompt' && engineSag >= SUDDEN.sag)
    out.push({ text: suddenEngagement(engagement.seconds, engineSag), record: { check: 'engages-grabbing' } });
  else if (engineSag !== null && engineSag >= WORTH_SAG) out.push({ text: engineSags(engineSag), record: null });
  if (stop && stop.seconds + (stop.sdS ?? 0) < SUDDEN.stopS) out.push({ text: hardStop(stop.seconds), record: { check: 'stop-hard' } });
  if (spindleGap !== null && Math.abs(spindleGap - gapByPulleys) > WORTH_GAP)
    out.push({ text: spindleSlower(spindleGap, gapByPulleys), record: null });
  return out;
}
