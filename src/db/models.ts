import { DataTypes, type ModelStatic, type Sequelize } from 'sequelize';
import { USUAL_CURRENCY } from '../core/quantity';
import {
  BaseCorrectionRow,
  CustomerRow,
  DocumentRow,
  DriveRow,
  DriveVersionRow,
  FactRow,
  JobRow,
  ConfirmedCauseRow,
  JobStageRow,
  MachineDriveRow,
  MachineRow,
  MeterReadingRow,
  NotebookRow,
  PartRow,
  PersonRow,
  PhotoRow,
  PracticeSessionRow,
  SessionRow,
  ShelfBeltRow,
  ShelfImportRow,
  ShopRow,
  SignInAttemptRow,
  StackRow,
  TicketEntryRow,
  TrialRow,
} from './rows';

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
  readonly Fact: ModelStatic<FactRow>;
  readonly Job: ModelStatic<JobRow>;
  readonly JobStage: ModelStatic<JobStageRow>;
  readonly ConfirmedCause: ModelStatic<ConfirmedCauseRow>;
  readonly TicketEntry: ModelStatic<TicketEntryRow>;
  readonly MeterReading: ModelStatic<MeterReadingRow>;
  readonly Document: ModelStatic<DocumentRow>;
  readonly Stack: ModelStatic<StackRow>;
  readonly Trial: ModelStatic<TrialRow>;
  readonly Part: ModelStatic<PartRow>;
  readonly StoredPracticeSession: ModelStatic<PracticeSessionRow>;
  readonly BaseCorrection: ModelStatic<BaseCorrectionRow>;
}

const { INTEGER, TEXT, BOOLEAN, DATE, JSONB, UUID, DOUBLE, BLOB } = DataTypes;
/** Sequelize changes the attributes object, so each column needs its own. */
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
        currency: { type: TEXT, allowNull: false, defaultValue: USUAL_CURRENCY },
        limits: { type: JSONB, allowNull: false, defaultValue: {} },
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
      { id: { type: UUID, primaryKey: true }, personId: whole(), expiresAt: moment(), startedAt: moment(), browser: blankText() },
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
        bytes: { type: BLOB, allowNull: true },
        objectKey: maybeText(),
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
    Fact: class extends FactRow {}.init(
      {
        id: id(),
        shopId: whole(),
        machineId: maybeWhole(),
        driveId: maybeWhole(),
        fact: text(),
        value: { type: JSONB, allowNull: false },
        personId: whole(),
        at: moment(),
      },
      on('facts'),
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
    ConfirmedCause: class extends ConfirmedCauseRow {}.init(
      { jobId: { type: INTEGER, primaryKey: true }, kind: { type: TEXT, primaryKey: true }, cause: { type: TEXT, primaryKey: true } },
      on('confirmed_causes'),
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
    MeterReading: class extends MeterReadingRow {}.init(
      { id: id(), machineId: whole(), value: { type: DOUBLE, allowNull: false }, unit: text(), personId: maybeWhole(), at: moment() },
      on('meter_readings'),
    ),
    Document: class extends DocumentRow {}.init(
      {
        id: id(),
        shopId: whole(),
        machineId: maybeWhole(),
        driveId: maybeWhole(),
        jobId: maybeWhole(),
        station: blankText(),
        name: text(),
        mediaType: text(),
        bytes: { type: BLOB, allowNull: true },
        objectKey: maybeText(),
        personId: maybeWhole(),
        at: moment(),
      },
      on('documents'),
    ),
    Stack: class extends StackRow {}.init(
      {
        id: id(),
        shopId: whole(),
        driveId: whole(),
        pulley: text(),
        document: { type: JSONB, allowNull: false },
        personId: maybeWhole(),
        at: moment(),
        version: version(),
      },
      on('stacks'),
    ),
    StoredPracticeSession: class extends PracticeSessionRow {}.init(
      {
        id: id(),
        shopId: whole(),
        personId: whole(),
        code: text(),
        document: { type: JSONB, allowNull: false },
        helped: { type: BOOLEAN, allowNull: false, defaultValue: false },
        startedAt: moment(),
        finishedAt: { type: DATE, allowNull: true },
        minutes: { type: DOUBLE, allowNull: true },
        ownMinutes: { type: DOUBLE, allowNull: true },
        found: maybeWhole(),
        needless: maybeWhole(),
        leftIn: maybeWhole(),
      },
      on('practice_rounds'),
    ),
    BaseCorrection: class extends BaseCorrectionRow {}.init(
      {
        id: id(),
        shopId: whole(),
        cause: text(),
        subject: text(),
        value: text(),
        because: text(),
        personId: maybeWhole(),
        at: moment(),
      },
      on('base_corrections'),
    ),
    Trial: class extends TrialRow {}.init(
      {
        id: id(),
        shopId: whole(),
        entryId: whole(),
        worked: { type: BOOLEAN, allowNull: false },
        note: blankText(),
        personId: maybeWhole(),
        at: moment(),
      },
      on('trials'),
    ),
    Part: class extends PartRow {}.init(
      {
        id: id(),
        shopId: whole(),
        name: text(),
        number: blankText(),
        quantity: whole(),
        bin: blankText(),
        priceCents: maybeWhole(),
        fitsDriveId: maybeWhole(),
        supplyDays: maybeWhole(),
        version: version(),
      },
      on('parts'),
    ),
  };
}
