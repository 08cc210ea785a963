import { useMemo } from 'react';
import type { ShelfBelt } from '@/db';

/**
 * A whole shelf on its way to a screen, as one text: two thousand rows as values of a page are ten times the work, for the server twice.
 */
export type PackedShelf = string & { readonly packed: 'shelf' };

export const packShelf = (belts: readonly ShelfBelt[]): PackedShelf => JSON.stringify(belts) as PackedShelf;

/** The belts of a packed shelf, the same ones until another is handed in; none where none was sent. */
export const useShelf = (packed: PackedShelf | null): readonly ShelfBelt[] =>
  useMemo(() => (packed === null ? [] : (JSON.parse(packed) as ShelfBelt[])), [packed]);
