'use client';

import type { ComponentType } from 'react';
import type { EntryBody, EntryType } from '@/core/job';
import { Unreadable } from '@/ui/unreadable';
import {
  AskedLine,
  DecisionLine,
  FindingLine,
  RepairLine,
  ProcedureLine,
  ProvedLine,
  RunningLine,
  SecuredLine,
  SetupLine,
  StepLine,
  PartsCountLine,
  TimedLine,
} from './inspection-lines';
import { BeltUsedLine } from './belt-used';
import { ChangedLine, SkippedLine } from './changed';
import { ClosingLine, ReopeningLine } from './closing';
import { NoteLine } from './note';
import { PartFittedLine } from './part-fitted';
import { PictureLine } from './picture';
import { ReadingLine } from './reading';
import { StageLine } from './stage';
import { CvtPartLine, RidingLine, WarrantyLine, WidthLine } from './width';
import { AlignmentLine, ClearanceLine, TensionBasisLine, TensionDecidedLine } from './tension';
import type { TicketEntry } from '@/contract/records';

type Lines = { readonly [T in EntryType]: ComponentType<{ body: EntryBody<T> }> };

/** Line component of each kind of ticket entry, on screen and on paper. */
const LINES: Lines = {
  note: NoteLine,
  stage: StageLine,
  skipped: SkippedLine,
  changed: ChangedLine,
  asked: AskedLine,
  timed: TimedLine,
  secured: SecuredLine,
  running: RunningLine,
  finding: FindingLine,
  decision: DecisionLine,
  mended: RepairLine,
  setup: SetupLine,
  procedure: ProcedureLine,
  step: StepLine,
  tally: PartsCountLine,
  proved: ProvedLine,
  alignment: AlignmentLine,
  'tension-basis': TensionBasisLine,
  reading: ReadingLine,
  clearance: ClearanceLine,
  'tension-decided': TensionDecidedLine,
  width: WidthLine,
  riding: RidingLine,
  warranty: WarrantyLine,
  'cvt-part': CvtPartLine,
  picture: PictureLine,
  'part-fitted': PartFittedLine,
  'belt-booked': BeltUsedLine,
  closing: ClosingLine,
  reopening: ReopeningLine,
};

/** Content of one ticket line. */
export function EntryLine({ entry }: { entry: TicketEntry }) {
  if (entry.type === 'unreadable') return <Unreadable name="" problem={entry.problem} text={entry.text} />;
  // The type and the body of an entry belong together, which a lookup by type loses.
  const Line = LINES[entry.type] as ComponentType<{ body: typeof entry.body }>;
  return <Line body={entry.body} />;
}
