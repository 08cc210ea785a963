import type { CheckId } from '../fault';
import type { RecordLine } from './kind';
import { findingsOf } from './record';
import { linesOf } from './record-lines';

/** Checks that show belt damage at any width. */
export const DAMAGE_CHECKS: readonly CheckId[] = ['belt-surface', 'belt-flat'];
/** Words of a title or a complaint by which the belt itself is broken. */
const BROKE = /\bbelt\b.*\b(?:broke|broken|snapped|tore|torn|shredded)\b|\b(?:broke|broken|snapped|tore|torn|shredded)\b.*\bbelt\b/i;

/** State of the belt in the job: damaged or broken. `replaced` once a belt was used on it; null without information. */
export function beltDamageOn(
  { title, complaint }: { readonly title: string; readonly complaint: string },
  lines: readonly RecordLine[],
): 'damaged' | 'replaced' | null {
  if (linesOf(lines, 'belt-booked').length > 0) return 'replaced';
  // The replay of a ticket is needed only for a ticket with such a finding.
  const isChecked = linesOf(lines, 'finding').some(({ body }) => DAMAGE_CHECKS.includes(body.check));
  const found = isChecked && [...findingsOf(lines).values()].some((f) => f.result === 'bad' && DAMAGE_CHECKS.includes(f.check));
  return found || BROKE.test(title) || BROKE.test(complaint) ? 'damaged' : null;
}
