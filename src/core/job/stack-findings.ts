import { CAUSES, checkOf, type CauseId } from '../fault';
import type { StackFault } from '../stack';
import type { RecordLine } from './kind';
import { findingsOf, type Found } from './record';

/** Findings at the hardware stack of one pulley that are bad, and neither closed nor declined. */
export const openStackFindings = (lines: readonly RecordLine[], pulley: string): Found[] =>
  [...findingsOf(lines).values()].filter(
    (f) => f.part?.id === pulley && checkOf(f.check).station === 'stack' && (f.status === 'open' || f.status === 'repaired'),
  );

/** The repair of a stack: a clamped shell binds the bearing, and comes before the height. */
export function stackRepair(faults: readonly StackFault[]): string {
  const cause: CauseId = faults.some(({ code }) => code === 'clamps-shell' || code === 'rubs-bracket')
    ? 'stack-clamps-shell'
    : 'stack-height';
  return CAUSES.find((c) => c.id === cause)!.repair.name;
}
