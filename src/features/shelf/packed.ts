import { useMemo } from 'react';
import type { ShelfBelt } from '@/contract/records';

/**
 * A whole shelf on its way to a screen, as one text: two thousand rows as values of a page are ten times the work, for the server twice. Names of fields
 * are sent once, then each belt as its values in that order.
 */
export type PackedShelf = string & { readonly packed: 'shelf' };

export function packShelf(belts: readonly ShelfBelt[]): PackedShelf {
  const fields = Object.keys(belts[0] ?? {}) as (keyof ShelfBelt)[];
  return JSON.stringify([fields, ...belts.map((belt) => fields.map((field) => belt[field]))]) as PackedShelf;
}

function unpacked(packed: PackedShelf): readonly ShelfBelt[] {
  const [fields = [], ...rows] = JSON.parse(packed) as [string[], ...unknown[][]];
  return rows.map((row) => Object.fromEntries(fields.map((field, i) => [field, row[i]])) as unknown as ShelfBelt);
}

/** The belts of a packed shelf, the same ones until another is handed in; none where none was sent. */
export const useShelf = (packed: PackedShelf | null): readonly ShelfBelt[] =>
  useMemo(() => (packed === null ? [] : unpacked(packed)), [packed]);
