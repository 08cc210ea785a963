'use client';

import { useMemo } from 'react';
import * as z from 'zod';
import { factOf, factSchema, isFact, type Facts } from '@/core/machine';
import { useQueuedCommands, type QueuedCommand } from '@/client/outbox';

/** Key of the queued answers on the device. */
export const ABOUT_FACTS = 'facts';

const answered = z.object({
  subject: z.union([z.object({ machineId: z.number() }), z.object({ driveId: z.number() })]),
  fact: z.string(),
  value: z.unknown(),
});

/** Subject of the facts. Without a drive, those of drives are omitted. */
export interface FactSubjects {
  readonly machineId: number;
  readonly driveId: number | null;
}

/** Facts including the queued answers of this device, which have no author yet. */
export function withQueuedFacts(
  facts: Facts,
  of: FactSubjects,
  commands: readonly Pick<QueuedCommand, 'input' | 'refusal' | 'doneAt'>[],
): Facts {
  const now: Record<string, unknown> = { ...facts };
  for (const { input, refusal, doneAt } of commands) {
    const read = refusal === null ? answered.safeParse(input) : null;
    if (!read?.success || !isFact(read.data.fact)) continue;
    const { subject, fact, value } = read.data;
    const own = 'machineId' in subject ? subject.machineId === of.machineId : subject.driveId === of.driveId;
    if (!own) continue;
    if (value === null) delete now[fact];
    else {
      const checked = factSchema(factOf(fact)).safeParse(value);
      if (checked.success) now[fact] = { value: checked.data, by: 'Not sent yet', at: doneAt };
    }
  }
  return now as Facts;
}

export function useWithQueuedFacts(facts: Facts, { machineId, driveId }: FactSubjects): Facts {
  const commands = useQueuedCommands(ABOUT_FACTS);
  return useMemo(
    () => (commands.length === 0 ? facts : withQueuedFacts(facts, { machineId, driveId }, commands)),
    [facts, machineId, driveId, commands],
  );
}
