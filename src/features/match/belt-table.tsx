'use client';

import { BeltCards } from './belt-cards';
import { BeltRows } from './belt-rows';
import { useBeltCells, type BeltListProps } from './belt-cells';

/** Every belt of the shelf in the place of the drive's own: a table, or cards where it is narrow. */
export function BeltTable({
  narrow,
  headed,
  ...list
}: BeltListProps & {
  narrow: boolean;
  /** False where a table above has the same columns. */
  headed: boolean;
}) {
  const cells = useBeltCells(list);
  return narrow ? <BeltCards {...list} cells={cells} /> : <BeltRows {...list} cells={cells} headed={headed} />;
}
