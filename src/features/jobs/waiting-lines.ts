'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import * as z from 'zod';
import { isEntryType, kindOf, STAGES } from '@/core/job';
import type { Job, TicketEntry } from '@/db';
import { useKeptActs, type KeptAct } from '@/ui/outbox';
import { aboutJob } from './job-acts';

type WaitingAct = Pick<KeptAct, 'id' | 'kind' | 'input' | 'refusal' | 'doneAt'>;

const written = z.object({ stage: z.enum(STAGES), entry: z.object({ type: z.string(), body: z.unknown() }) });
const struckOut = z.object({ entryId: z.number() });

/**
 * A job with the lines that this device wrote and the server's copy does not have yet, and without those that it struck out: the work goes on by them.
 * A line is the server's once one of its kind and time is there.
 */
export function withWaitingLines(job: Job, acts: readonly WaitingAct[]): Job {
  const entries = [...job.entries];
  for (const { kind, input, refusal, doneAt } of acts) {
    if (refusal !== null) continue;
    if (kind === 'job.write') {
      const read = written.safeParse(input);
      const type = read.success ? read.data.entry.type : '';
      if (!read.success || !isEntryType(type) || hasLine(job, type, doneAt)) continue;
      const checked = kindOf(type).form.check(read.data.entry.body);
      if (!checked.ok) continue;
      // Numbered below all that the server numbers.
      const line = { id: -1 - entries.length, stage: read.data.stage, by: '', at: doneAt, withdrawn: false, type, body: checked.value };
      entries.push(line as TicketEntry);
    } else if (kind === 'job.take-back') {
      const read = struckOut.safeParse(input);
      const at = read.success ? entries.findIndex((e) => e.id === read.data.entryId) : -1;
      if (at >= 0) entries[at] = { ...entries[at]!, withdrawn: true };
    }
  }
  return { ...job, entries };
}

const hasLine = ({ entries }: Job, type: string, doneAt: string): boolean =>
  entries.some((e) => e.type === type && Date.parse(e.at) === Date.parse(doneAt));

/** Whether the server's copy of a job has what an act did. */
function isIn(job: Job, { kind, input, doneAt }: WaitingAct): boolean {
  if (kind === 'job.take-back') {
    const read = struckOut.safeParse(input);
    return !read.success || job.entries.every((e) => e.id !== read.data.entryId || e.withdrawn);
  }
  const read = written.safeParse(input);
  return !read.success || hasLine(job, read.data.entry.type, doneAt);
}

/** An act that was sent is held so long at most until the job is read with it, ms. */
const HELD_MS = 8_000;

/**
 * The job with its lines that wait on this device. A line that was just sent stays until the job was read again, so that nothing steps back in between.
 * @returns with `refused`, to be called where the server refused an act: nothing of it stays
 */
export function useWithWaitingLines(job: Job): { readonly job: Job; readonly refused: () => void } {
  const acts = useKeptActs(aboutJob(job.number));
  const [held, setHeld] = useState<readonly WaitingAct[]>([]);
  const gone = held.filter((h) => !acts.some((a) => a.id === h.id));
  const kept = [...gone.filter((h) => !isIn(job, h)), ...acts];
  const same = kept.length === held.length && kept.every((k, i) => k.id === held[i]!.id && k.refusal === held[i]!.refusal);
  if (!same) setHeld(kept);
  const waits = gone.length > 0;
  useEffect(() => {
    if (!waits) return;
    const drop = setTimeout(() => setHeld([]), HELD_MS);
    return () => clearTimeout(drop);
  }, [waits]);
  const refused = useCallback(() => setHeld([]), []);
  return useMemo(() => ({ job: held.length === 0 ? job : withWaitingLines(job, held), refused }), [job, held, refused]);
}
