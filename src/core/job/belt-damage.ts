import type { CheckId } from '../fault';
import type { RecordLine } from './kind';
import { findingsOf } from './record';
import { linesOf } from './record-lines';

/** Checks by which a belt is found damaged, whatever its width. */
const DAMAGE: readonly CheckId[] = ['belt-surface', 'belt-flat'];
/** Words of a title or a complaint by which the belt itself is broken. */
const BROKE = /\bbelt\b.*\b(?:broke|broken|snapped|tore|torn|shredded)\b|\b(?:broke|broken|snapped|tore|torn|shredded)\b.*\bbelt\b/i;

/** Whether a job is about a belt that is damaged or broken; null where the job says nothing, `replaced` once a belt was used on it. */
export function beltDamageOn(
  { title, complaint }: { readonly title: string; readonly complaint: string },
  lines: readonly RecordLine[],
): 'damaged' | 'replaced' | null {
  if (linesOf(lines, 'belt-booked').length > 0) return 'replaced';
  const found = [...findingsOf(lines).values()].some((f) => f.result === 'bad' && DAMAGE.includes(f.check));
  return found || BROKE.test(title) || BROKE.test(complaint) ? 'damaged' : null;
}
