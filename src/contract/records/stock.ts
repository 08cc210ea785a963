import type { ShelfRow } from '../../formats/shelf-csv';

/** Content of one stock row: belts of a number, or of a measured size. */
export type ShelfBeltFields = ShelfRow;

export interface ShelfBelt extends ShelfBeltFields {
  readonly id: number;
  /** How many are on the order list. */
  readonly wanted: number;
  readonly version: number;
}

export interface PartFields {
  readonly name: string;
  /** Order number; may be ''. */
  readonly number: string;
  readonly quantity: number;
  readonly bin: string;
  readonly priceCents: number | null;
  /** The variable drive that it is the spare belt of, and how many days one takes to come. */
  readonly fitsDriveId: number | null;
  readonly supplyDays: number | null;
}

export interface Part extends PartFields {
  /** The name of that drive, in lists. */
  readonly fitsDrive?: string | null;
  readonly id: number;
  readonly version: number;
}

/** Effect of an imported list on existing belts: add to the count, or set it. */
export type ImportMode = 'add' | 'set';

export interface ImportAnswer {
  readonly id: string;
  readonly added: number;
  /** Rows that were there and changed. */
  readonly changed: number;
  /** Existing rows that already match the list. */
  readonly same: number;
}
