export { begun, isOver, moved, needsReason, NEW_STAGES, waitsFor, openAtHandBack, stageAfter, STAGE_STATES, STAGES } from './stages';
export type { Stage, Stages, StageState } from './stages';
export { JOB_STATUSES } from './kind';
export type { Effect, EntryKind, JobState, JobStatus, ShelfMove } from './kind';
export { actsOf, ENTRY_KINDS, ENTRY_TYPES, isEntryType, kindOf, readBody } from './registry';
export type { EntryActs, EntryBody, EntryType, TypedBody } from './registry';
export type { BeltBooked } from './entries/belt-booked';
export { shortened } from './shortened';
