'use client';

import { useMemo } from 'react';
import * as z from 'zod';
import { useQueuedCommands, type QueuedCommand } from '@/client/outbox';
import type { ShelfBelt } from '@/contract/records';

/** Key of queued counts on the device. */
export const ABOUT_COUNTS = 'shelf/counts';

const counted = z.object({ id: z.number(), by: z.number() });

/** A shelf with what was counted on this device and waits to be sent already in it. */
export function withQueued(
  shelf: readonly ShelfBelt[],
  commands: readonly Pick<QueuedCommand, 'input' | 'refusal'>[],
): readonly ShelfBelt[] {
  const by = new Map<number, number>();
  for (const { input, refusal } of commands) {
    const read = refusal === null ? counted.safeParse(input) : null;
    if (read?.success) by.set(read.data.id, (by.get(read.data.id) ?? 0) + read.data.by);
  }
  return by.size === 0 ? shelf : shelf.map((b) => (by.has(b.id) ? { ...b, quantity: Math.max(0, b.quantity + (by.get(b.id) ?? 0)) } : b));
}

export function useWithQueued(shelf: readonly ShelfBelt[]): readonly ShelfBelt[] {
  const commands = useQueuedCommands(ABOUT_COUNTS);
  return useMemo(() => withQueued(shelf, commands), [shelf, commands]);
}
