import { renderHook } from '@testing-library/react';
import { expect, it } from 'vitest';
import { useShelf } from './packed';
import type { PackedShelf } from '@/contract/packed-shelf';
import type { ShelfBelt } from '@/contract/records';

const BELT: ShelfBelt = {
  id: 4,
  designation: '4L475',
  section: '4L',
  lengthMm: null,
  lengthReference: null,
  lengthTyped: '',
  quantity: 3,
  bin: 'B 2',
  priceCents: 1890,
  supplierNote: 'Ferry, “Tuesday”',
  wanted: 1,
  version: 7,
};

/** A shelf in the form that the database packs. */
const packed = (belts: readonly ShelfBelt[]) =>
  JSON.stringify([Object.keys(BELT), ...belts.map((belt) => Object.values(belt))]) as PackedShelf;

it.each([[[]], [[BELT]], [[BELT, { ...BELT, id: 5, lengthMm: 1207.5, quantity: 0 }]]])('a packed shelf is read as it was (%#)', (belts) => {
  expect(renderHook(() => useShelf(packed(belts))).result.current).toEqual(belts);
});
it('an absent shelf has no belts', () => {
  expect(renderHook(() => useShelf(null)).result.current).toEqual([]);
});
