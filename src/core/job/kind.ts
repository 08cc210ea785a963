import type { Drive } from '../drive';
import type { Form } from '../stored';
import type { Role } from '../role';

export const JOB_STATUSES = ['open', 'closed'] as const;
export type JobStatus = (typeof JOB_STATUSES)[number];

/** Belts or parts that an entry moves to or from stock. */
export type ShelfMove = ({ readonly shelfBeltId: number } | { readonly partId: number }) & {
  /** How many are added to the shelf; negative where they are taken. */
  readonly by: number;
};

/** A line of a ticket as the record of a job is read from it. */
export interface RecordLine {
  readonly type: string;
  /** The stage it was written at. */
  readonly stage?: string;
  readonly body?: unknown;
  readonly withdrawn: boolean;
  readonly at: string;
  readonly by: string;
}

/** Ticket and machine at the time of an entry. */
export interface OnTicket {
  readonly lines: readonly RecordLine[];
  /** Limit of the stop time, s; null without one. */
  readonly stopLimitS: number | null;
  /** The drive that the job is about, and its belt; null where none is chosen. */
  readonly drive: Drive | null;
  readonly beltId: string | null;
  readonly role: Role;
}

/**
 * A kind of ticket entry: how it is stored, who may write it, its effect, and whether it can be struck out. Only its
 * line component is elsewhere.
 */
export interface EntryKind<Body> {
  readonly form: Form<Body>;
  /** False where only the server may make one, from what it computes itself. */
  readonly fromDevice: boolean;
  /** Jobs it can be written on; a sentence where it cannot be on this one. */
  readonly on: JobStatus;
  /** The field that is wrong and its sentence, where a device sends what the shape alone does not forbid. */
  readonly refuse?: (body: Body) => { readonly field: string; readonly problem: string } | null;
  /** Reason why it cannot be written on this job, from the ticket and the author. */
  readonly refuseOn?: (body: Body, on: OnTicket) => string | null;
  /** True if it can be struck out. */
  readonly undoable: boolean;
  /** New status of the job; unchanged if omitted. */
  readonly status?: JobStatus;
  /** Stock that it moves. Striking it out moves the stock back. */
  readonly shelf?: (body: Body) => ShelfMove;
  /** A short name, as in “Strike out: …”. */
  readonly name: (body: Body) => string;
  /** Message after it was struck out. */
  readonly takenBack?: (body: Body) => string;
}

/** Keeps the type of the body while a kind is declared. */
export const entryKind = <Body>(kind: EntryKind<Body>): EntryKind<Body> => kind;
