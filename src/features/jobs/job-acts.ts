'use client';

import { useCallback, useMemo } from 'react';
import { truncate, actsOf, kindOf, stageAfter, type EntryBody, type EntryType, type Stage, type StageState } from '@/core/job';
import type { Job, TicketEntry } from '@/db';
import { isTaken, useAct } from '../acts/use-act';
import { stageName, STATE_WORDS } from './stage-words';

/** What acts on a job's ticket are kept under on the device. */
export const aboutJob = (number: number): string => `job/${number}`;

export interface JobActs {
  /** Writes an entry on the ticket at a stage; true where it is there or waits to be sent. */
  readonly write: <T extends EntryType>(stage: Stage, type: T, body: EntryBody<T>, words: string, done?: string) => Promise<boolean>;
  /** Shows another stage; with `from` only where that is still the one at hand. */
  readonly go: (stage: Stage, from?: Stage) => void;
  readonly note: (stage: Stage, text: string) => Promise<boolean>;
  /** Moves a stage on, and goes to the one that is next. */
  readonly move: (stage: Stage, state: StageState, why: string) => Promise<boolean>;
  /** Keeps a picture of something at a stage. @param data base64 */
  readonly picture: (stage: Stage, picture: { readonly shows: string; readonly about: string; readonly data: string }) => Promise<boolean>;
  /** Takes parts off the shelf for this job. */
  readonly fitPart: (stage: Stage, part: { readonly id: number; readonly name: string }, quantity: number) => Promise<boolean>;
  readonly takeBack: (entry: TicketEntry) => void;
  readonly chooseDrive: (driveId: number, beltId: string) => void;
  readonly book: (
    belt: { readonly name: string; readonly bin: string; readonly shelfBeltId: number; readonly shelfVersion: number },
    reason: string,
  ) => Promise<boolean>;
}

/**
 * What can be done on a job.
 * @param go shows another stage
 * @param refused is called where the server refused a line
 */
export function useJobActs(job: Job, go: JobActs['go'], refused?: () => void): JobActs {
  const act = useAct();
  const { number, stages } = job;
  const takeBackEntry = useCallback(
    async (entryId: number, words: string) => {
      await act('job.take-back', { number, entryId }, { words, about: aboutJob(number), done: ({ said }) => ({ text: said }) });
    },
    [act, number],
  );
  return useMemo(() => {
    const about = aboutJob(number);
    const write: JobActs['write'] = async (stage, type, body, words, done) => {
      const undo = kindOf(type).undoable;
      const answer = await act(
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
                  ...(undo ? { undo: () => void takeBackEntry(entryId, `Striking out on job ${number}: ${words}`) } : {}),
                }),
              }),
        },
      );
      if (!isTaken(answer)) refused?.();
      return isTaken(answer);
    };
    return {
      write,
      go,
      note: (stage, text) => write(stage, 'note', { text }, `Note on job ${number}: ${truncate(text, 60)}`, 'Written on the ticket.'),
      move: async (stage, state, why) => {
        const words = `${stageName(stage)}: ${STATE_WORDS[state]}`;
        const taken = await write(stage, 'stage', { state, why }, `Job ${number}, ${words}`, `${words}.`);
        const next = taken && state === 'skipped' ? stageAfter({ ...stages, [stage]: state }, stage) : null;
        if (next) go(next, stage);
        return taken;
      },
      picture: async (stage, picture) => {
        const answer = await act(
          'job.picture',
          { number, stage, ...picture },
          { words: `Picture on job ${number}: ${picture.shows}`, about },
        );
        return isTaken(answer);
      },
      fitPart: async (stage, { id: partId, name }, quantity) => {
        const words = `${quantity} × ${name} for job ${number}`;
        const answer = await act(
          'job.fit-part',
          { number, stage, partId, quantity },
          {
            words,
            about,
            done: ({ entryId }) => ({ text: `${words}.`, undo: () => void takeBackEntry(entryId, `Undo: ${words}`) }),
          },
        );
        return isTaken(answer);
      },
      takeBack: (entry) => {
        if (entry.type !== 'unreadable') void takeBackEntry(entry.id, `Striking out on job ${number}: ${actsOf(entry).name}`);
      },
      chooseDrive: (driveId, beltId) => {
        void act('job.choose-drive', { number, driveId, beltId }, { words: `Drive of job ${number}`, about });
      },
      book: async ({ name, bin, shelfBeltId, shelfVersion }, reason) => {
        const answer = await act(
          'job.book',
          { number, shelfBeltId, shelfVersion, reason },
          {
            words: `Using ${name} from ${bin || 'stock'} for job ${number}`,
            about,
            done: ({ entryId }) => ({
              text: `${name} used from ${bin || 'stock'}.`,
              undo: () => void takeBackEntry(entryId, `Striking out on job ${number}: ${name}`),
            }),
          },
        );
        return isTaken(answer);
      },
    };
  }, [act, number, stages, go, takeBackEntry, refused]);
}
