export { isOver, needsReason, NEW_STAGES, currentStage, openAtHandBack, stageAfter, STAGE_STATES, STAGES } from './stages';
export type { Stage, Stages, StageState } from './stages';
export { JOB_STATUSES } from './kind';
export type { EntryKind, OnTicket, RecordLine, JobStatus, ShelfMove } from './kind';
export { entryKindOf, ENTRY_KINDS, ENTRY_TYPES, isEntryType, kindOf, readBody } from './registry';
export type { EntryKindInfo, EntryBody, EntryType, TypedBody } from './registry';
export type { BeltBooked } from './entries/belt-booked';
export type { PartFitted } from './entries/part-fitted';
export type { Picture } from './entries/picture';
export { proposedClosing } from './closing-line';
export { truncate } from './truncate';
export { cautionsFor } from './cautions';
export type { CautionContext, CautionList } from './cautions';
export { CAUTION_GROUPS } from './cautions';
export type { Caution, CautionGroup } from './cautions';
export { ENDINGS, handBackOf, mayEnd } from './hand-back';
export type { Ending, HandBack, HandBackOf, Unfit } from './hand-back';
export { replayTicket } from './replayed';
export type { LineCondition, ReplayedTicket } from './replayed';
export { FOLLOW_UP_AFTER, FOLLOW_UP_CHECKS, missingInFollowUp, nextLook, NO_FOLLOW_UP, usualFollowUp } from './follow-up';
export type { FollowUpAfter, FollowUpCheck, FollowUp } from './follow-up';
export {
  intakeOf,
  findingsOf,
  foundAt,
  fittedException,
  leftIn,
  loadsOnJob,
  placeOfFinding,
  provedOf,
  securingOf,
  proceduresOf,
  stepsWritten,
  timedOf,
} from './record';
export type { Found, Securing, StepRecord } from './record';
export { openStackFindings, stackRepair } from './stack-findings';
export { coverLeftOff, partsCount, setupsUp, removedParts, partsStillOff } from './removed-parts';
export { PARTS_LIST, partsListOf, partsListWords } from './parts-list';
export { MANUAL_FORMS, middleOf } from './entries/tension-basis';
export type { ManualForm, ManualTarget } from './entries/tension-basis';
export { storedParts } from './stored-parts';
export type { CountedPart, StoredPart } from './stored-parts';
export type { PartsCount } from './removed-parts';
export { compareReadings, holds, procedureName, procedureOf, PROCEDURES, proposalsFor, ringOrder, stepsOf } from './procedures';
export type { Circumstances, Compared, Condition, Procedure, Proposal, Reading, Step } from './procedures';
export type { StepWritten, Tallied } from './entries/procedure';
export { ARRIVES, STARTED, BELT_ENDED, NOTHING_ASKED, PARTS_BEFORE, PARTS_OF } from './entries/asked';
export type { Asked } from './entries/asked';
export { ANSWERS, BARE_FINDING, FINDING_RESULTS } from './entries/finding';
export type { CustomerAnswer, Decision, Finding } from './entries/finding';
export { consentFor } from './consent';
export type { Consent } from './consent';
export { confirmedCauses, type ConfirmedCause } from './confirmed-causes';
export { complaintAfter } from './entries/proved';
export type { Proved } from './entries/proved';
export type { Reading as TensionRead } from './entries/reading';
export { ALIGNED_WHEN, CUTS } from './entries/alignment';
export type { Aligned } from './entries/alignment';
export { isWithin } from './entries/clearance';
export type { Clearance } from './entries/clearance';
export type { TensionBasisWritten } from './entries/tension-basis';
export type { TensionDecided } from './entries/tension-decided';
export type { Running, Secured } from './entries/secured';
export type { CvtPartMeasured } from './entries/cvt-part';
export type { RidingWritten } from './entries/riding';
export type { Repair } from './entries/repair';
export type { Changed } from './entries/changed';
export type { Skipped } from './entries/skipped';
export { knownMachine, openHolds, runListInput, runListOf, stagesOf, waitingAt, LINE_STATES } from './run-list';
export type { KnownMachine, LineState, LineWork, NextCheck, RunLine, RunList, RunListOf, StoredJob } from './run-list';
export type { Instrument } from './procedures/step';
export { beltDamageOn, DAMAGE_CHECKS } from './belt-damage';
export { buildFaultCase, isAboutStart } from './traced';
export type { ComputedFact } from './traced';
export { WARRANTY_COVERS } from './entries/warranty';
export type { WarrantyWritten } from './entries/warranty';
export type { WidthWritten } from './entries/width';
export type { Timed, TimedWhat } from './entries/timed';
export { isOfKind, limitOf, LIMITS, pulleysOf, resultBy, checkGroups, checkPartsOf } from './check-order';
export type { Limit, OrderedCheck, CheckGroup, CheckPart } from './check-order';
export * from './state';
export { linesOf } from './record-lines';
