import type { Drive } from './schema';

/** Input that moves a drive between its two ends: a lever or, on a variable drive, its speed. */
export type MovedBy = 'lever' | 'shift';

/** Null for a drive that nothing moves: it rests the same, released or not. */
export function sliderInput(drive: Pick<Drive, 'kind' | 'pulleys' | 'springs' | 'states'>): MovedBy | null {
  if (drive.kind === 'cvt') return drive.pulleys.some((p) => p.variable !== undefined) ? 'shift' : null;
  const pulled = drive.springs.some((s) => s.from.leverTravel !== undefined || s.to.leverTravel !== undefined);
  const locked = (drive.states ?? []).some((s) => Object.keys(s.locks ?? {}).length > 0);
  return pulled || locked ? 'lever' : null;
}
