import type { UnreadableRow } from './records';

/** True for a row with an unreadable document. */
export const isUnreadable = (row: unknown): row is UnreadableRow =>
  typeof row === 'object' && row !== null && 'unreadable' in row && row.unreadable === true;
