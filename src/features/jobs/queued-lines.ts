'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import * as z from 'zod';
import { isEntryType, kindOf, STAGES } from '@/core/job';
import { useQueuedCommands, type QueuedCommand } from '@/client/outbox';
import { aboutJob } from './job-commands';
import type { Job, TicketEntry } from '@/contract/records';

type QueuedLineCommand = Pick<QueuedCommand, 'id' | 'kind' | 'input' | 'refusal' | 'doneAt'>;
/** A line that was sent, with its short description. */
type SentLine = QueuedLineCommand & Pick<QueuedCommand, 'words'>;

const written = z.object({ stage: z.enum(STAGES), entry: z.object({ type: z.string(), body: z.unknown() }) });
const struckOut = z.object({ entryId: z.number() });

/**
 * A job with the queued lines of this device, and without the lines it struck out. The work continues from it. A line
 * with the same kind and time in the server's copy is the same line.
 */
export function withQueuedLines(job: Job, commands: readonly QueuedLineCommand[]): Job {
  const entries = [...job.entries];
  for (const { kind, input, refusal, doneAt } of commands) {
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

/** True if the server's copy of a job contains the effect of a command. */
function isIn(job: Job, { kind, input, doneAt }: QueuedLineCommand): boolean {
  if (kind === 'job.take-back') {
    const read = struckOut.safeParse(input);
    return !read.success || job.entries.every((e) => e.id !== read.data.entryId || e.withdrawn);
  }
  const read = written.safeParse(input);
  return !read.success || hasLine(job, read.data.entry.type, doneAt);
}

/** Longest time that a sent command is shown until the job is read again, ms. Without an answer to that, it stays. */
const HELD_MS = 8_000;

/**
 * The job with its queued lines. A line that was just sent stays until the job is read again, so that no step reverts
 * in between.
 * @param unread true while the job is being read or cannot be read
 * @returns `sent` holds the lines that the server has and the read job lacks. Call `refused` after the server refused a
 * command: its line is removed.
 */
export function useWithQueuedLines(
  job: Job,
  unread = false,
): { readonly job: Job; readonly sent: readonly SentLine[]; readonly refused: () => void } {
  const commands = useQueuedCommands(aboutJob(job.number));
  const [held, setHeld] = useState<readonly SentLine[]>([]);
  const gone = held.filter((h) => !commands.some((a) => a.id === h.id));
  const kept = [...gone.filter((h) => !isIn(job, h)), ...commands];
  const same = kept.length === held.length && kept.every((k, i) => k.id === held[i]!.id && k.refusal === held[i]!.refusal);
  if (!same) setHeld(kept);
  const waits = gone.length > 0;
  useEffect(() => {
    if (!waits || unread) return;
    const drop = setTimeout(() => setHeld([]), HELD_MS);
    return () => clearTimeout(drop);
  }, [waits, unread]);
  const refused = useCallback(() => setHeld([]), []);
  return useMemo(
    () => ({
      job: held.length === 0 ? job : withQueuedLines(job, held),
      sent: held.filter((h) => h.kind === 'job.write' && !commands.some((a) => a.id === h.id) && !isIn(job, h)),
      refused,
    }),
    [job, held, commands, refused],
  );
}
