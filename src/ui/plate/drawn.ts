import type { Drive, Pose, SolvedState, Speeds } from '@/core/drive';
import type { Ink } from './ink';
import type { Label } from './outline';

/** Data for every part of the drawing. */
export interface Drawn {
  readonly drive: Drive;
  readonly pose: Pose;
  readonly solved: SolvedState;
  readonly speeds: Speeds;
  readonly labels: readonly Label[];
  /** Size of a screen pixel on the drawing, mm: text and marks keep their size on the screen. */
  readonly mmPerPx: number;
  readonly ink: Ink;
  /** Index of the belt that is asked about; others are drawn fainter. */
  readonly focusBelt?: number;
  readonly selected?: string | null;
  readonly names?: boolean;
}
