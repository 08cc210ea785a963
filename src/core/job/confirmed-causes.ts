import type { RecordLine } from './kind';
import { complaintAfter } from './entries/proved';
import { linesOf } from './record-lines';

/** A repaired cause that the test of its job confirmed. */
export interface ConfirmedCause {
  readonly kind: string;
  readonly cause: string;
}

/**
 * Causes that a job confirms: repaired on it, and fixed by its last test that judges the complaint. Each counts once.
 * Repairs before intake and struck-out lines do not count.
 */
export function confirmedCauses(lines: readonly RecordLine[]): ConfirmedCause[] {
  const last = linesOf(lines, 'proved').findLast(({ body }) => complaintAfter(body) !== null);
  if (!last || complaintAfter(last.body) !== 'gone') return [];
  const causes = new Map<string, ConfirmedCause>();
  for (const { body } of linesOf(lines, 'mended'))
    if (body.when === 'here' && !causes.has(body.cause)) causes.set(body.cause, { kind: body.kind, cause: body.cause });
  return [...causes.values()];
}
