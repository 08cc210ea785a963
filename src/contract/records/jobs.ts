import type { JobStatus, ManualTarget, RidingWritten, Stage, Stages, StoredPart, TypedBody, WarrantyWritten } from '../../core/job';
import type { Facts, ShopLimits } from '../../core/machine';
import type { Unreadable } from '../../core/stored';
import type { PastReading, TensionEpoch } from '../../core/tension';
import type { PastWidth } from '../../core/wear';
import type { StoredStack } from './drives';

/** An open job in a list. */
export interface JobSummary {
  readonly id: number;
  readonly number: number;
  readonly title: string;
  readonly machine: string;
  readonly machineId: number;
  readonly customer: string;
  readonly status: JobStatus;
  readonly openedAt: string;
  readonly closedAt: string | null;
  readonly stages: Stages;
}

/** Jobs of a list without their stages. */
export type JobLine = Omit<JobSummary, 'stages'>;

/** Stack of a pulley, for the checks of a job. */
export type JobStack = Pick<StoredStack, 'pulley' | 'stack'>;

/** A line of a ticket: what is written of it, and who wrote it when. */
export type TicketEntry = {
  readonly id: number;
  readonly stage: Stage;
  readonly by: string;
  readonly at: string;
  readonly withdrawn: boolean;
} & (TypedBody | ({ readonly type: 'unreadable' } & Omit<Unreadable, 'ok'>));

/** Result of a substitute on a drive. */
export interface Trial {
  readonly belt: string;
  readonly outsideMm: number;
  readonly worked: boolean;
  readonly note: string;
  readonly number: number;
  readonly at: string;
}

/** A job with its ticket. */
export interface Job extends JobSummary {
  readonly maker: string;
  readonly model: string;
  /** As shown: 412.6 h; '' where none is known. */
  readonly meter: string;
  readonly driveId: number | null;
  readonly beltId: string | null;
  readonly complaint: string;
  /** Facts of its machine and of its drive. */
  readonly facts: { readonly machine: Facts; readonly drive: Facts };
  /** Results of substitutes on its drive. */
  readonly trials: readonly Trial[];
  /** Bolt-ups drawn at pulleys of its drive. */
  readonly stacks: readonly JobStack[];
  /** Parts of its machine that other jobs put into store. */
  readonly storedParts: readonly StoredPart[];
  /** Limits of the shop. */
  readonly limits: ShopLimits;
  readonly version: number;
  readonly entries: readonly TicketEntry[];
}

/** All tension readings of a drive, on every machine with it. Also the times when its belts were fitted or adjusted. */
export interface TensionPast {
  /** In the order in which they were written. */
  readonly readings: readonly PastReading[];
  readonly epochs: readonly TensionEpoch[];
  /** Latest target of the manual for each belt, by the id of the belt. */
  readonly manual: Readonly<Record<string, ManualTarget & { readonly job: number }>>;
}

/** Riding records and warranties by machine, in time order. */
export interface BeltLife {
  readonly ridden: readonly (RidingWritten & { readonly machine: number; readonly job: number })[];
  readonly warranties: readonly (WarrantyWritten & { readonly machine: number; readonly job: number })[];
}

/** A belt that ran until the next one was fitted. */
export interface BeltLasted {
  readonly belt: string;
  readonly driveId: number;
  readonly drive: string;
  readonly machine: string;
  /** Job that fitted it. */
  readonly job: number;
  readonly hours: number;
}

/** A belt that is measured, on its machine. */
export interface MeasuredBelt {
  readonly machineId: number;
  readonly machine: string;
  readonly belt: string;
  /** The drive that it runs on, as of its last reading. */
  readonly driveId: number | null;
  /** Since it was fitted, by meter; one at least. */
  readonly log: readonly PastWidth[];
  /** A job states that it is damaged or broken, and none since that it was replaced. */
  readonly damaged: boolean;
}
