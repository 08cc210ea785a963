import type { FollowUpAnswer, FollowUpRules, OpenFollowUp } from '../../core/follow-up';

/** An open follow-up in a list. */
export interface FollowUpLine extends OpenFollowUp {
  readonly machineId: number;
  readonly machine: string;
  readonly customer: string;
  readonly customerId: number | null;
}

/** An answered follow-up. */
export interface AnsweredFollowUp {
  readonly id: number;
  readonly machineId: number;
  readonly machine: string;
  readonly customer: string;
  /** Words of the follow-up when it was answered. */
  readonly subject: string;
  readonly answer: FollowUpAnswer;
  readonly reason: string;
  /** Date to which it was postponed. */
  readonly until: string | null;
  readonly by: string;
  readonly at: string;
}

/** Rules for follow-ups, with the version of the shop. */
export interface StoredRules {
  readonly rules: FollowUpRules;
  readonly version: number;
}

/** Numbers of follow-ups that are overdue, and due soon. */
export interface DueCount {
  readonly overdue: number;
  readonly soon: number;
}

/** An address of the calendar of follow-ups. Its token is shown once, when it is made. */
export interface CalendarFeed {
  readonly id: number;
  readonly name: string;
  readonly person: string;
  readonly createdAt: string;
  /** When a calendar last read it. Null if none has. */
  readonly readAt: string | null;
}
