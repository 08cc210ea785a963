import type { ShelfBelt } from './records';

/**
 * All belts in stock as one text, for a page. Two thousand rows as values of a page are ten times the work. The text
 * lists the field names once, then the values of each belt in that order.
 */
export type PackedShelf = string & { readonly packed: 'shelf' };

/** Belts of a packed shelf. */
export function unpackShelf(packed: PackedShelf): readonly ShelfBelt[] {
  const [fields = [], ...rows] = JSON.parse(packed) as [string[], ...unknown[][]];
  return rows.map((row) => Object.fromEntries(fields.map((field, i) => [field, row[i]])) as unknown as ShelfBelt);
}
