import type { Drive, Uncertainty } from '../../core/drive';
import type { Stack } from '../../core/stack';
import type { Notebook } from '../../core/survey';

/** Belt of a drive: by its number, or by section and length. */
export interface BeltSummary {
  readonly id: string;
  readonly label: string;
  readonly section: string;
  readonly designation: string | null;
  readonly length: { readonly value: number; readonly reference: string } | null;
}

export interface DriveSummary {
  readonly id: number;
  readonly name: string;
  readonly kind: string;
  readonly pulleys: number;
  readonly belts: readonly BeltSummary[];
  readonly changedBy: string;
  readonly changedAt: string;
}

export interface StoredDrive {
  readonly id: number;
  readonly document: Drive;
  /** Uncertainty of its numbers, if it was measured. */
  readonly uncertainty: Uncertainty | null;
  readonly changedBy: string;
  readonly changedAt: string;
  readonly version: number;
}

/** The bolt-up at one pulley of a drive. */
export interface StoredStack {
  readonly id: number;
  readonly pulley: string;
  readonly stack: Stack;
  readonly by: string;
  readonly at: string;
  readonly version: number;
}

/** A document without its bytes. */
export interface StoredDocument {
  readonly id: number;
  readonly name: string;
  readonly mediaType: string;
  readonly driveId: number | null;
  /** The pulley of the drive that it is pinned to; '' for the whole. */
  readonly station: string;
  readonly by: string;
  readonly at: string;
}

export interface NotebookSummary {
  readonly id: number;
  readonly name: string;
  readonly kind: string;
  readonly driveId: number | null;
  readonly machineId: number | null;
  readonly measured: number;
  readonly asked: number;
  readonly changedBy: string;
  readonly changedAt: string;
}

export interface StoredNotebook {
  readonly id: number;
  readonly document: Notebook;
  /** The drive that was made from it, if one was. */
  readonly driveId: number | null;
  /** The machine it is measured for, which gets the drive. */
  readonly machine: { readonly id: number; readonly name: string } | null;
  readonly changedBy: string;
  readonly changedAt: string;
  readonly version: number;
}

/** Owner of a document: machine, drive, pulley or job. */
export type DocumentOf = { readonly machineId: number } | { readonly driveId: number; readonly station: string };
