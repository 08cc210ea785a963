/** Words that rows are kept in. The database checks the same lists. */
export const ROLES = ['owner', 'technician', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

export const STAGES = ['secure', 'look', 'match', 'fit', 'set', 'prove', 'book'] as const;
export type Stage = (typeof STAGES)[number];

export const STAGE_STATES = ['waiting', 'under-way', 'done', 'skipped', 'held'] as const;
export type StageState = (typeof STAGE_STATES)[number];

export const JOB_STATUSES = ['open', 'closed'] as const;
export type JobStatus = (typeof JOB_STATUSES)[number];

export const ENTRY_TYPES = ['note', 'stage', 'belt-booked', 'closing'] as const;
export type EntryType = (typeof ENTRY_TYPES)[number];
