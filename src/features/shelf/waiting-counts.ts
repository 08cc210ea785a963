'use client';

import { useMemo } from 'react';
import * as z from 'zod';
import type { ShelfBelt } from '@/db';
import { useKeptActs, type KeptAct } from '@/ui/outbox';

/** What counts that wait on the device are kept under. */
export const ABOUT_COUNTS = 'shelf/counts';

const counted = z.object({ id: z.number(), by: z.number() });

/** A shelf with what was counted on this device and waits to be sent already in it. */
export function withWaiting(shelf: readonly ShelfBelt[], acts: readonly Pick<KeptAct, 'input' | 'refusal'>[]): readonly ShelfBelt[] {
  const by = new Map<number, number>();
  for (const { input, refusal } of acts) {
    const read = refusal === null ? counted.safeParse(input) : null;
    if (read?.success) by.set(read.data.id, (by.get(read.data.id) ?? 0) + read.data.by);
  }
  return by.size === 0 ? shelf : shelf.map((b) => (by.has(b.id) ? { ...b, quantity: Math.max(0, b.quantity + (by.get(b.id) ?? 0)) } : b));
}

export function useWithWaiting(shelf: readonly ShelfBelt[]): readonly ShelfBelt[] {
  const acts = useKeptActs(ABOUT_COUNTS);
  return useMemo(() => withWaiting(shelf, acts), [shelf, acts]);
}
