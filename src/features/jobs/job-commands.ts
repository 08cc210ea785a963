'use client';

import { useCallback, useMemo } from 'react';
import { truncate, entryKindOf, kindOf, stageAfter, type EntryBody, type EntryType, type Stage, type StageState } from '@/core/job';
import { isTaken, useCommand } from '../commands/use-command';
import { stageName, STATE_WORDS } from './stage-messages';
import { strikingOut, usingBelt } from './job-messages';
import type { Job, TicketEntry } from '@/contract/records';

/** Key of the queued commands of a job on the device. */
export const aboutJob = (number: number): string => `job/${number}`;

export interface JobCommands {
  /** Writes an entry on the ticket at a stage; true where it is there or waits to be sent. */
  readonly write: <T extends EntryType>(stage: Stage, type: T, body: EntryBody<T>, words: string, done?: string) => Promise<boolean>;
  /** Shows another stage; with `from` only where that is still the one at hand. */
  readonly openStage: (stage: Stage, from?: Stage) => void;
  readonly note: (stage: Stage, text: string) => Promise<boolean>;
  /** Completes a stage and opens the next one. */
  readonly move: (stage: Stage, state: StageState, why: string) => Promise<boolean>;
  /** Keeps a picture of something at a stage. @param data base64 */
  readonly picture: (stage: Stage, picture: { readonly shows: string; readonly about: string; readonly data: string }) => Promise<boolean>;
  /** Takes parts off the shelf for this job. */
  readonly fitPart: (stage: Stage, part: { readonly id: number; readonly name: string }, quantity: number) => Promise<boolean>;
  readonly strikeOut: (entry: TicketEntry) => void;
  readonly chooseDrive: (driveId: number, beltId: string) => void;
  readonly book: (
    belt: { readonly name: string; readonly bin: string; readonly shelfBeltId: number; readonly shelfVersion: number },
    reason: string,
  ) => Promise<boolean>;
}

/**
 * Commands of a job.
 * @param openStage shows another stage
 * @param refused is called after the server refused a line
 */
export function useJobCommands(job: Job, openStage: JobCommands['openStage'], refused?: () => void): JobCommands {
  const runCommand = useCommand();
  const { number, stages } = job;
  const strikeOutEntry = useCallback(
    async (entryId: number, words: string) => {
      await runCommand('job.take-back', { number, entryId }, { words, about: aboutJob(number), done: ({ said }) => ({ text: said }) });
    },
    [runCommand, number],
  );
  return useMemo(() => {
    const about = aboutJob(number);
    const write: JobCommands['write'] = async (stage, type, body, words, done) => {
      const undo = kindOf(type).undoable;
      const answer = await runCommand(
        'job.write',
        { number, stage, entry: { type, body } as never },
        {
          words,
          about,
          ...(done === undefined
            ? {}
            : {
                done: ({ entryId }) => ({
                  text: done,
                  ...(undo ? { undo: () => void strikeOutEntry(entryId, strikingOut(number, words)) } : {}),
                }),
              }),
        },
      );
      if (!isTaken(answer)) refused?.();
      return isTaken(answer);
    };
    return {
      write,
      openStage,
      note: (stage, text) => write(stage, 'note', { text }, `Note on job ${number}: ${truncate(text, 60)}`, 'Written on the ticket.'),
      move: async (stage, state, why) => {
        const words = `${stageName(stage)}: ${STATE_WORDS[state]}`;
        const taken = await write(stage, 'stage', { state, why }, `Job ${number}, ${words}`, `${words}.`);
        const next = taken && state === 'skipped' ? stageAfter({ ...stages, [stage]: state }, stage) : null;
        if (next) openStage(next, stage);
        return taken;
      },
      picture: async (stage, picture) => {
        const answer = await runCommand(
          'job.picture',
          { number, stage, ...picture },
          { words: `Picture on job ${number}: ${picture.shows}`, about },
        );
        return isTaken(answer);
      },
      fitPart: async (stage, { id: partId, name }, quantity) => {
        const words = `${quantity} × ${name} for job ${number}`;
        const answer = await runCommand(
          'job.fit-part',
          { number, stage, partId, quantity },
          {
            words,
            about,
            done: ({ entryId }) => ({ text: `${words}.`, undo: () => void strikeOutEntry(entryId, `Undo: ${words}`) }),
          },
        );
        return isTaken(answer);
      },
      strikeOut: (entry) => {
        if (entry.type !== 'unreadable') void strikeOutEntry(entry.id, strikingOut(number, entryKindOf(entry).name));
      },
      chooseDrive: (driveId, beltId) => {
        void runCommand('job.choose-drive', { number, driveId, beltId }, { words: `Drive of job ${number}`, about });
      },
      book: async ({ name, bin, shelfBeltId, shelfVersion }, reason) => {
        const answer = await runCommand(
          'job.book',
          { number, shelfBeltId, shelfVersion, reason },
          {
            words: usingBelt(name, bin || 'stock', number),
            about,
            done: ({ entryId }) => ({
              text: `${name} used from ${bin || 'stock'}.`,
              undo: () => void strikeOutEntry(entryId, strikingOut(number, name)),
            }),
          },
        );
        return isTaken(answer);
      },
    };
  }, [runCommand, number, stages, openStage, strikeOutEntry, refused]);
}
