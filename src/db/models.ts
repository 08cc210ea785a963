import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';
import type { LengthReference } from '../core/belt';
import type { MeterUnit } from '../core/quantity';
import type { JobStatus } from '../core/job';
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
  /** How well its numbers are known, where it was measured. */
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
  declare bytes: Buffer;
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

export interface Models {
  readonly Shop: ModelStatic<ShopRow>;
  readonly Person: ModelStatic<PersonRow>;
  readonly Session: ModelStatic<SessionRow>;
  readonly SignInAttempt: ModelStatic<SignInAttemptRow>;
  readonly Customer: ModelStatic<CustomerRow>;
  readonly Drive: ModelStatic<DriveRow>;
  readonly DriveVersion: ModelStatic<DriveVersionRow>;
  readonly Notebook: ModelStatic<NotebookRow>;
  readonly Photo: ModelStatic<PhotoRow>;
  readonly Machine: ModelStatic<MachineRow>;
  readonly MachineDrive: ModelStatic<MachineDriveRow>;
  readonly ShelfBelt: ModelStatic<ShelfBeltRow>;
  readonly ShelfImport: ModelStatic<ShelfImportRow>;
  readonly Job: ModelStatic<JobRow>;
  readonly JobStage: ModelStatic<JobStageRow>;
  readonly TicketEntry: ModelStatic<TicketEntryRow>;
}

const { INTEGER, TEXT, BOOLEAN, DATE, JSONB, UUID, DOUBLE, BLOB } = DataTypes;
/** Sequelize writes into the attributes it is given, so each column gets its own. */
const id = () => ({ type: INTEGER, primaryKey: true, autoIncrement: true });
const whole = () => ({ type: INTEGER, allowNull: false });
const maybeWhole = () => ({ type: INTEGER, allowNull: true });
const text = () => ({ type: TEXT, allowNull: false });
const blankText = () => ({ type: TEXT, allowNull: false, defaultValue: '' });
const maybeText = () => ({ type: TEXT, allowNull: true });
const moment = () => ({ type: DATE, allowNull: false });
const version = () => ({ type: INTEGER, allowNull: false, defaultValue: 1 });

/** Binds the rows to one connection. Tables themselves are made by the migrations alone. */
export function defineModels(sequelize: Sequelize): Models {
  const on = (tableName: string) => ({ sequelize, tableName, modelName: tableName, underscored: true, timestamps: false });
  return {
    Shop: class extends ShopRow {}.init(
      {
        id: id(),
        name: text(),
        nextJobNumber: { type: INTEGER, allowNull: false, defaultValue: 1 },
        timeZone: { type: TEXT, allowNull: false },
        version: version(),
      },
      on('shops'),
    ),
    Person: class extends PersonRow {}.init(
      {
        id: id(),
        shopId: whole(),
        email: text(),
        name: text(),
        role: text(),
        passwordHash: text(),
        preferences: { type: JSONB, allowNull: false },
        active: { type: BOOLEAN, allowNull: false, defaultValue: true },
        version: version(),
      },
      on('people'),
    ),
    Session: class extends SessionRow {}.init(
      { id: { type: UUID, primaryKey: true }, personId: whole(), expiresAt: moment() },
      on('sessions'),
    ),
    SignInAttempt: class extends SignInAttemptRow {}.init({ id: id(), subject: text(), at: moment() }, on('sign_in_attempts')),
    Customer: class extends CustomerRow {}.init(
      { id: id(), shopId: whole(), name: text(), contact: blankText(), version: version() },
      on('customers'),
    ),
    Drive: class extends DriveRow {}.init(
      {
        id: id(),
        shopId: whole(),
        name: text(),
        kind: text(),
        document: { type: JSONB, allowNull: false },
        uncertainty: { type: JSONB, allowNull: true },
        changedBy: text(),
        changedAt: moment(),
        version: version(),
      },
      on('drives'),
    ),
    DriveVersion: class extends DriveVersionRow {}.init(
      {
        shopId: { type: INTEGER, primaryKey: true },
        driveId: { type: INTEGER, primaryKey: true },
        version: { type: INTEGER, primaryKey: true },
        document: { type: JSONB, allowNull: false },
      },
      on('drive_versions'),
    ),
    Notebook: class extends NotebookRow {}.init(
      {
        id: id(),
        shopId: whole(),
        driveId: maybeWhole(),
        machineId: maybeWhole(),
        name: text(),
        document: { type: JSONB, allowNull: false },
        changedBy: text(),
        changedAt: moment(),
        version: version(),
      },
      on('notebooks'),
    ),
    Photo: class extends PhotoRow {}.init(
      {
        id: id(),
        notebookId: whole(),
        mediaType: text(),
        width: whole(),
        height: whole(),
        bytes: { type: BLOB, allowNull: false },
        addedBy: text(),
        addedAt: moment(),
      },
      on('photos'),
    ),
    Machine: class extends MachineRow {}.init(
      {
        id: id(),
        shopId: whole(),
        customerId: maybeWhole(),
        name: text(),
        maker: blankText(),
        model: blankText(),
        serial: blankText(),
        meter: { type: DOUBLE, allowNull: true },
        meterUnit: { type: TEXT, allowNull: false, defaultValue: 'h' },
        notes: blankText(),
        version: version(),
      },
      on('machines'),
    ),
    MachineDrive: class extends MachineDriveRow {}.init(
      { machineId: { type: INTEGER, primaryKey: true }, driveId: { type: INTEGER, primaryKey: true } },
      on('machine_drives'),
    ),
    ShelfBelt: class extends ShelfBeltRow {}.init(
      {
        id: id(),
        shopId: whole(),
        designation: maybeText(),
        section: maybeText(),
        lengthMm: { type: DOUBLE, allowNull: true },
        lengthReference: maybeText(),
        lengthTyped: maybeText(),
        quantity: whole(),
        bin: blankText(),
        priceCents: maybeWhole(),
        supplierNote: blankText(),
        wanted: { type: INTEGER, allowNull: false, defaultValue: 0 },
        version: version(),
      },
      on('shelf_belts'),
    ),
    ShelfImport: class extends ShelfImportRow {}.init(
      {
        id: { type: UUID, primaryKey: true },
        shopId: whole(),
        changes: { type: JSONB, allowNull: false },
        takenBack: { type: BOOLEAN, allowNull: false, defaultValue: false },
      },
      on('shelf_imports'),
    ),
    Job: class extends JobRow {}.init(
      {
        id: id(),
        shopId: whole(),
        number: whole(),
        machineId: whole(),
        driveId: maybeWhole(),
        beltId: maybeText(),
        title: text(),
        complaint: blankText(),
        status: text(),
        openedAt: moment(),
        closedAt: { type: DATE, allowNull: true },
        version: version(),
      },
      on('jobs'),
    ),
    JobStage: class extends JobStageRow {}.init(
      { jobId: { type: INTEGER, primaryKey: true }, stage: { type: TEXT, primaryKey: true }, state: text() },
      on('job_stages'),
    ),
    TicketEntry: class extends TicketEntryRow {}.init(
      {
        id: id(),
        jobId: whole(),
        stage: text(),
        type: text(),
        bodyVersion: whole(),
        body: { type: JSONB, allowNull: false },
        personId: whole(),
        at: moment(),
        withdrawnAt: { type: DATE, allowNull: true },
      },
      on('ticket_entries'),
    ),
  };
}
