'use client';

import { useMemo } from 'react';
import * as z from 'zod';
import { factOf, factSchema, isFact, type Facts } from '@/core/machine';
import { useKeptActs, type KeptAct } from '@/ui/outbox';

/** What answers that wait on the device are kept under. */
export const ABOUT_FACTS = 'facts';

const answered = z.object({
  subject: z.union([z.object({ machineId: z.number() }), z.object({ driveId: z.number() })]),
  fact: z.string(),
  value: z.unknown(),
});

/** Whose facts are read; without a drive those of drives are not. */
export interface FactSubjects {
  readonly machineId: number;
  readonly driveId: number | null;
}

/** Facts with what was answered on this device and waits to be sent already among them, by nobody yet. */
export function withWaitingFacts(facts: Facts, of: FactSubjects, acts: readonly Pick<KeptAct, 'input' | 'refusal' | 'doneAt'>[]): Facts {
  const now: Record<string, unknown> = { ...facts };
  for (const { input, refusal, doneAt } of acts) {
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

export function useWithWaitingFacts(facts: Facts, { machineId, driveId }: FactSubjects): Facts {
  const acts = useKeptActs(ABOUT_FACTS);
  return useMemo(
    () => (acts.length === 0 ? facts : withWaitingFacts(facts, { machineId, driveId }, acts)),
    [facts, machineId, driveId, acts],
  );
}
