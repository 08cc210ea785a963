import type { MeterReading } from '../../core/machine';
import type { MeterUnit } from '../../core/quantity';

export interface MachineFields {
  readonly name: string;
  readonly maker: string;
  readonly model: string;
  readonly serial: string;
  readonly meter: number | null;
  readonly meterUnit: MeterUnit;
  readonly notes: string;
  /** Customer by name; made where there is none of that name yet. '' for none. */
  readonly customer: string;
  readonly driveIds: readonly number[];
}

export interface Machine extends MachineFields {
  readonly id: number;
  readonly customerId: number | null;
  readonly version: number;
}

/** A machine as lists name it. */
export interface MachineLine {
  readonly id: number;
  readonly name: string;
  readonly maker: string;
  readonly model: string;
  readonly serial: string;
  readonly customer: string;
  readonly meter: number | null;
  readonly meterUnit: MeterUnit;
}

export interface LoggedReading extends MeterReading {
  readonly id: number;
  /** '' if the reader is unknown. */
  readonly by: string;
}

/** Something that happened to a machine. */
export interface MachineEvent {
  /** ISO. */
  readonly at: string;
  readonly kind: 'job-opened' | 'job-closed' | 'meter' | 'document' | 'fact' | 'line';
  /** Description of the event. */
  readonly what: string;
  readonly by: string;
  /** Number of the job it belongs to. */
  readonly job: number | null;
}

export interface CustomerLine {
  readonly id: number;
  readonly name: string;
  readonly contact: string;
  readonly machines: number;
}

export interface Customer {
  readonly id: number;
  readonly name: string;
  /** Contact details, as text. */
  readonly contact: string;
  readonly version: number;
}
