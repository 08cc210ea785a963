import type { Aligned } from './entries/alignment';
import type { Asked } from './entries/asked';
import type { BeltBooked } from './entries/belt-booked';
import type { Clearance } from './entries/clearance';
import type { Decision, Finding, SetupMoved } from './entries/finding';
import type { Repair } from './entries/repair';
import type { PartFitted } from './entries/part-fitted';
import type { Chosen, StepWritten, Tallied } from './entries/procedure';
import type { Proved } from './entries/proved';
import type { Reading as TensionRead } from './entries/reading';
import type { Running, Secured } from './entries/secured';
import type { TensionBasisWritten } from './entries/tension-basis';
import type { TensionDecided } from './entries/tension-decided';
import type { Timed } from './entries/timed';
import type { CvtPartMeasured } from './entries/cvt-part';
import type { RidingWritten } from './entries/riding';
import type { WarrantyWritten } from './entries/warranty';
import type { WidthWritten } from './entries/width';
import type { RecordLine } from './kind';
import type { Changed } from './entries/changed';
import type { Skipped } from './entries/skipped';

/** Bodies of ticket lines, by stored name. */
export interface Bodies {
  readonly asked: Asked;
  readonly timed: Timed;
  readonly secured: Secured;
  readonly running: Running;
  readonly finding: Finding;
  readonly decision: Decision;
  readonly mended: Repair;
  readonly setup: SetupMoved;
  readonly procedure: Chosen;
  readonly step: StepWritten;
  readonly tally: Tallied;
  readonly proved: Proved;
  readonly reading: TensionRead;
  readonly alignment: Aligned;
  readonly clearance: Clearance;
  readonly 'tension-basis': TensionBasisWritten;
  readonly 'tension-decided': TensionDecided;
  readonly width: WidthWritten;
  readonly riding: RidingWritten;
  readonly warranty: WarrantyWritten;
  readonly 'cvt-part': CvtPartMeasured;
  readonly 'belt-booked': BeltBooked;
  readonly 'part-fitted': PartFitted;
  readonly changed: Changed;
  readonly skipped: Skipped;
}

export interface Written<T extends keyof Bodies> {
  readonly body: Bodies[T];
  readonly at: string;
  readonly by: string;
}

/** Lines of one kind that are not struck out. */
export const linesOf = <T extends keyof Bodies>(lines: readonly RecordLine[], type: T): Written<T>[] =>
  // A line's type and body belong together; `readBody` saw to that.
  lines.flatMap((l) => (l.type === type && !l.withdrawn ? [{ body: l.body as Bodies[T], at: l.at, by: l.by }] : []));
