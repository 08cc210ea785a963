import type { Drive } from '../drive';
import { closedAt, freeRadius, pathOf, rootOf, shiftOf, variableOf, type VariableDrive } from './shift';

/** Where a variable drive stands on its way from idle to full shift; radii of the belt's top edge, mm. */
export interface ShiftStand {
  /** How far the primary has closed, mm. */
  readonly closing: number;
  readonly primary: number;
  readonly secondary: number;
  /** Secondary over primary at the pitch line; null while the belt is slack. */
  readonly ratio: number | null;
  readonly slack: number;
}

/**
 * The stand at a share of the way, 0 idling and 1 fully shifted: the primary closes evenly; until the belt is taut the secondary keeps its place, then it gives.
 * @returns null where a belt of that width fits nowhere
 */
export function standAt(drive: VariableDrive, width: number, share: number): ShiftStand | null {
  const result = shiftOf(drive, width);
  if (!result.ok) return null;
  const { open, start, top } = result.shift;
  const { primary, pitchLine, pitchLength, depth } = drive;
  const closing = Math.max(0, Math.min(1, share)) * Math.max(start.closing, closedAt(primary, width, top.primary));
  const lies = Math.max(primary.hubRadius + depth, freeRadius(primary, width, closing));
  if (closing <= start.closing) {
    const r1 = Math.min(start.primary, lies);
    const slack = Math.max(0, pitchLength - pathOf(drive, r1, open.secondary));
    return { closing, primary: r1, secondary: open.secondary, ratio: slack > 0 ? null : start.ratio, slack };
  }
  const r1 = Math.min(top.primary, lies);
  const r2 = rootOf(
    (r) => pathOf(drive, r1, r) - pitchLength,
    Math.min(top.secondary, open.secondary),
    Math.max(top.secondary, open.secondary),
  );
  return { closing, primary: r1, secondary: r2, ratio: (r2 - pitchLine) / (r1 - pitchLine), slack: 0 };
}

/** What one shim does: the faces of a pulley stand that much further apart. */
export const shimmed = (drive: VariableDrive, at: 'primary' | 'secondary', mm: number): VariableDrive => ({
  ...drive,
  [at]: { ...drive[at], openGap: drive[at].openGap + mm },
});

/**
 * A variable drive as it is drawn at a share of its shift: pulleys as wide as the belt's top edge lies. Others, and those on which nothing fits, are as their
 * file has them.
 */
export function drawnShifted(drive: Drive, share: number): Drive {
  const variable = drive.kind === 'cvt' ? variableOf(drive) : null;
  const stand = variable?.ok ? standAt(variable.drive, variable.width, share) : null;
  if (!stand) return drive;
  const at = { driver: stand.primary, driven: stand.secondary } as const;
  return {
    ...drive,
    pulleys: drive.pulleys.map((p) => (p.variable && p.role !== 'idler' ? { ...p, outsideDiameter: 2 * at[p.role] } : p)),
  };
}
