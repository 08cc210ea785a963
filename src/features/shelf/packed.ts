import { useMemo } from 'react';
import { unpackShelf, type PackedShelf } from '@/contract/packed-shelf';
import type { ShelfBelt } from '@/contract/records';

/** The belts of a packed shelf, the same ones until another is handed in; none where none was sent. */
export const useShelf = (packed: PackedShelf | null): readonly ShelfBelt[] =>
  useMemo(() => (packed === null ? [] : unpackShelf(packed)), [packed]);
