import type { Drive } from '../drive';
import { closedAt, freeRadius, pathOf, rootOf, shiftOf, variableOf, type VariableDrive } from './shift';

/** Pose of a variable drive between idle and full shift. Radii are those of the top edge of the belt, mm. */
export interface ShiftState {
  /** How far the primary has closed, mm. */
  readonly closing: number;
  readonly primary: number;
  readonly secondary: number;
  /** Secondary over primary at the pitch line; null while the belt is slack. */
  readonly ratio: number | null;
  readonly slack: number;
}

/**
 * Pose at a share of the shift, 0 idle and 1 full shift. The primary closes evenly. The secondary stays closed until
 * the belt is taut, then opens.
 * @returns null if a belt of that width fits at no position
 */
export function shiftStateAt(drive: VariableDrive, width: number, share: number): ShiftState | null {
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

/** Effect of one shim: it increases the distance between the faces of a pulley by its thickness. */
export const shimmed = (drive: VariableDrive, at: 'primary' | 'secondary', mm: number): VariableDrive => ({
  ...drive,
  [at]: { ...drive[at], openGap: drive[at].openGap + mm },
});

/**
 * Drawing of a variable drive at a share of its shift: pulley diameters are those of the top edge of the belt. Other
 * pulleys, and drives without a pose, are drawn as in their file.
 */
export function drawnShifted(drive: Drive, share: number): Drive {
  const variable = drive.kind === 'cvt' ? variableOf(drive) : null;
  const stand = variable?.ok ? shiftStateAt(variable.drive, variable.width, share) : null;
  if (!stand) return drive;
  const at = { driver: stand.primary, driven: stand.secondary } as const;
  return {
    ...drive,
    pulleys: drive.pulleys.map((p) => (p.variable && p.role !== 'idler' ? { ...p, outsideDiameter: 2 * at[p.role] } : p)),
  };
}
