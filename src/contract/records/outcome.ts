import type { Unreadable } from '../../core/stored';

/** Result of a write: done, refused with a sentence, or stale with the current row, so that both can be shown. */
export type Outcome<T, Current = never> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly reason: 'refused'; readonly problem: string }
  | { readonly ok: false; readonly reason: 'stale'; readonly problem: string; readonly current: Current };

/** A row with an unreadable document. It is shown with its text for saving, and does not break lists. */
export interface UnreadableRow extends Omit<Unreadable, 'ok'> {
  readonly unreadable: true;
  readonly id: number;
  readonly name: string;
}

/** One page of a list, and how many rows there are in all. */
export interface ListPage<T> {
  readonly rows: readonly T[];
  readonly total: number;
  /** Rows that a page holds. */
  readonly size: number;
}

/** Answer of a command or query to the screen. Every refusal has a sentence to show. */
export type ActionResult<T, Current = never> =
  | Outcome<T, Current>
  | {
      readonly ok: false;
      readonly reason: 'signed-out' | 'forbidden' | 'invalid' | 'failed';
      readonly problem: string;
      readonly field?: string;
    };
