import { waitingAt, type RunLine, type RunList, type Stage } from '@/core/job';

/** Stages with steps in a place of their own, outside the order of the procedure. */
const BESIDE: ReadonlySet<Stage> = new Set(['ask', 'secure', 'prove', 'book']);
/** A line that is still to be done. */
export const isWaiting = ({ state }: RunLine): boolean => state === 'now' || state === 'next' || state === 'later' || state === 'again';

/**
 * The line that a stage opens with: its first open one. A step of the procedure waits for the open steps before it,
 * also those of another stage. Thus nothing is measured behind a cover that is still on. Work on the machine waits
 * until it is made safe.
 */
export function lineNow(list: RunList, stage: Stage): RunLine | null {
  const [first] = waitingAt(list, stage);
  if (!first) return null;
  if (first.work.kind !== 'step' || BESIDE.has(stage)) return first;
  const before = list.lines.slice(0, list.lines.indexOf(first)).filter(isWaiting);
  return before.find((l) => l.work.kind === 'safety') ?? before.find((l) => l.work.kind === 'step' && !BESIDE.has(l.stage)) ?? first;
}
