import { Model, type CreationOptional, type InferAttributes, type InferCreationAttributes } from 'sequelize';
import type { LengthReference } from '../core/belt';
import type { JobStatus } from '../core/job';
import type { MeterUnit } from '../core/quantity';
import type { Role } from '../core/role';

/** Rows as Sequelize sees them. They stay inside `src/db`: repositories return plain values. */
type Row<M extends Model> = InferAttributes<M>;
type NewRow<M extends Model> = InferCreationAttributes<M>;

export class ShopRow extends Model<Row<ShopRow>, NewRow<ShopRow>> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare nextJobNumber: CreationOptional<number>;
  /** By its IANA name. */
  declare timeZone: string;
  /** ISO 4217. */
  declare currency: CreationOptional<string>;
  /** Its own stop times and days of trial, over the usual ones. */
  declare limits: CreationOptional<object>;
  declare version: CreationOptional<number>;
}

export class PersonRow extends Model<Row<PersonRow>, NewRow<PersonRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare email: string;
  declare name: string;
  declare role: Role;
  declare passwordHash: string;
  declare preferences: unknown;
  declare active: CreationOptional<boolean>;
  declare version: CreationOptional<number>;
}

export class SessionRow extends Model<Row<SessionRow>, NewRow<SessionRow>> {
  declare id: string;
  declare personId: number;
  declare expiresAt: Date;
  declare startedAt: CreationOptional<Date>;
  declare browser: CreationOptional<string>;
}

export class SignInAttemptRow extends Model<Row<SignInAttemptRow>, NewRow<SignInAttemptRow>> {
  declare id: CreationOptional<number>;
  declare subject: string;
  declare at: Date;
}

export class CustomerRow extends Model<Row<CustomerRow>, NewRow<CustomerRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare name: string;
  declare contact: string;
  declare version: CreationOptional<number>;
}

export class DriveRow extends Model<Row<DriveRow>, NewRow<DriveRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare name: string;
  declare kind: string;
  declare document: unknown;
  /** Uncertainty of its numbers, if it was measured. */
  declare uncertainty: unknown;
  declare changedBy: string;
  declare changedAt: Date;
  declare version: CreationOptional<number>;
}

/** Drives as they were when something was booked on them. */
export class DriveVersionRow extends Model<Row<DriveVersionRow>, NewRow<DriveVersionRow>> {
  declare shopId: number;
  declare driveId: number;
  declare version: number;
  declare document: unknown;
}

export class NotebookRow extends Model<Row<NotebookRow>, NewRow<NotebookRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare driveId: number | null;
  declare machineId: number | null;
  declare name: string;
  declare document: unknown;
  declare changedBy: string;
  declare changedAt: Date;
  declare version: CreationOptional<number>;
}

export class PhotoRow extends Model<Row<PhotoRow>, NewRow<PhotoRow>> {
  declare id: CreationOptional<number>;
  declare notebookId: number;
  declare mediaType: string;
  declare width: number;
  declare height: number;
  declare bytes: Buffer | null;
  /** Key in the object store. Null for a file in the row. */
  declare objectKey: CreationOptional<string | null>;
  declare addedBy: string;
  declare addedAt: Date;
}

export class MachineRow extends Model<Row<MachineRow>, NewRow<MachineRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare customerId: number | null;
  declare name: string;
  declare maker: string;
  declare model: string;
  declare serial: string;
  declare meter: number | null;
  declare meterUnit: MeterUnit;
  declare notes: string;
  declare version: CreationOptional<number>;
}

export class MachineDriveRow extends Model<Row<MachineDriveRow>, NewRow<MachineDriveRow>> {
  declare machineId: number;
  declare driveId: number;
}

export class ShelfBeltRow extends Model<Row<ShelfBeltRow>, NewRow<ShelfBeltRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare designation: string | null;
  declare section: string | null;
  declare lengthMm: number | null;
  declare lengthReference: LengthReference | null;
  declare lengthTyped: string | null;
  declare quantity: number;
  declare bin: string;
  declare priceCents: number | null;
  declare supplierNote: string;
  /** How many are on the order list. */
  declare wanted: CreationOptional<number>;
  declare version: CreationOptional<number>;
}

export class ShelfImportRow extends Model<Row<ShelfImportRow>, NewRow<ShelfImportRow>> {
  declare id: string;
  declare shopId: number;
  declare changes: unknown;
  declare takenBack: boolean;
}

export class JobRow extends Model<Row<JobRow>, NewRow<JobRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare number: number;
  declare machineId: number;
  declare driveId: number | null;
  declare beltId: string | null;
  declare title: string;
  declare complaint: string;
  declare status: JobStatus;
  declare openedAt: Date;
  declare closedAt: Date | null;
  declare version: CreationOptional<number>;
}

export class JobStageRow extends Model<Row<JobStageRow>, NewRow<JobStageRow>> {
  declare jobId: number;
  declare stage: string;
  declare state: string;
}

export class ConfirmedCauseRow extends Model<Row<ConfirmedCauseRow>, NewRow<ConfirmedCauseRow>> {
  declare jobId: number;
  declare kind: string;
  declare cause: string;
}

export class TicketEntryRow extends Model<Row<TicketEntryRow>, NewRow<TicketEntryRow>> {
  declare id: CreationOptional<number>;
  declare jobId: number;
  declare stage: string;
  declare type: string;
  /** Which version of the form of its type wrote the body. */
  declare bodyVersion: number;
  declare body: unknown;
  declare personId: number;
  declare at: Date;
  declare withdrawnAt: Date | null;
}

/** Something known of a machine or of a drive: of exactly one of the two. */
export class FactRow extends Model<Row<FactRow>, NewRow<FactRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare machineId: CreationOptional<number | null>;
  declare driveId: CreationOptional<number | null>;
  declare fact: string;
  declare value: unknown;
  declare personId: number;
  declare at: Date;
}

export class MeterReadingRow extends Model<Row<MeterReadingRow>, NewRow<MeterReadingRow>> {
  declare id: CreationOptional<number>;
  declare machineId: number;
  declare value: number;
  declare unit: MeterUnit;
  /** Null if the reader is unknown. */
  declare personId: number | null;
  declare at: Date;
}

/** A paper or a picture of exactly one of machine, drive and job. */
export class DocumentRow extends Model<Row<DocumentRow>, NewRow<DocumentRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare machineId: CreationOptional<number | null>;
  declare driveId: CreationOptional<number | null>;
  declare jobId: CreationOptional<number | null>;
  /** Id of the pulley of the drive that it shows; '' for the whole. */
  declare station: CreationOptional<string>;
  declare name: string;
  declare mediaType: string;
  declare bytes: Buffer | null;
  /** Key in the object store. Null for a file in the row. */
  declare objectKey: CreationOptional<string | null>;
  declare personId: number | null;
  declare at: Date;
}

/** The bolt-up at one pulley of a drive. */
export class StackRow extends Model<Row<StackRow>, NewRow<StackRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare driveId: number;
  declare pulley: string;
  declare document: unknown;
  declare personId: number | null;
  declare at: Date;
  declare version: CreationOptional<number>;
}

/** A round of practice on a simulated machine; what came of it once it is over. */
export class PracticeSessionRow extends Model<Row<PracticeSessionRow>, NewRow<PracticeSessionRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare personId: number;
  declare code: string;
  declare document: unknown;
  declare helped: CreationOptional<boolean>;
  declare startedAt: Date;
  declare finishedAt: CreationOptional<Date | null>;
  declare minutes: CreationOptional<number | null>;
  declare ownMinutes: CreationOptional<number | null>;
  declare found: CreationOptional<number | null>;
  declare needless: CreationOptional<number | null>;
  declare leftIn: CreationOptional<number | null>;
}

/** Corrections of the fault base by a shop. */
export class BaseCorrectionRow extends Model<Row<BaseCorrectionRow>, NewRow<BaseCorrectionRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare cause: string;
  declare subject: string;
  declare value: string;
  declare because: string;
  declare personId: number | null;
  declare at: Date;
}

/** Result of a substitute used by one ticket line. */
export class TrialRow extends Model<Row<TrialRow>, NewRow<TrialRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare entryId: number;
  declare worked: boolean;
  declare note: string;
  declare personId: number | null;
  declare at: Date;
}

/** A part in stock other than a belt. */
export class PartRow extends Model<Row<PartRow>, NewRow<PartRow>> {
  declare id: CreationOptional<number>;
  declare shopId: number;
  declare name: string;
  declare number: string;
  declare quantity: number;
  declare bin: string;
  declare priceCents: number | null;
  declare fitsDriveId: number | null;
  declare supplyDays: number | null;
  declare version: CreationOptional<number>;
}
