'use client';

import { useCallback, useRef } from 'react';
import { v4 as newId } from 'uuid';
import type { Act, ActionResult } from '@/server';
import { useNotice, type Notice } from '@/ui/notice';
import { NO_ANSWER, post, useOutbox } from '@/ui/outbox';
import { useRefetch } from '@/ui/reads';
import { useRefresh } from '@/ui/refresh';
import { SECRET_ACTS } from './kinds';
import type { Acts } from './registry';

export type ActKind = keyof Acts;
export type ActInput<K extends ActKind> = Acts[K] extends Act<infer I, infer _T, infer _C> ? I : never;
type Applied<K extends ActKind> = Acts[K] extends Act<infer _I, infer T, infer _C> ? T : never;
type CurrentOf<K extends ActKind> = Acts[K] extends Act<infer _I, infer _T, infer C> ? C : never;

/** What comes of an act: what the server answered, or that it waits on this device until the server does. */
export type ActAnswer<K extends ActKind> =
  | ActionResult<Applied<K>, CurrentOf<K>>
  | { readonly ok: false; readonly reason: 'waiting'; readonly problem: string; readonly field?: string };

export interface How<K extends ActKind> {
  /** What the act is, in a few words, for the list of what waits: “Note on job 213”. */
  readonly words: string;
  readonly about?: string;
  /** What is said once it is done; nothing where it is left out. */
  readonly done?: string | Omit<Notice, 'tone'> | ((value: Applied<K>) => Omit<Notice, 'tone'>);
  /** The screen says itself why it was refused, as beside a field. */
  readonly quiet?: boolean;
  /** False where the screen keeps what it sends on the device itself, and sends it again: the act then does not wait. */
  readonly keep?: boolean;
  /** False where nothing else on any screen shows what the act changes. */
  readonly reread?: boolean;
  /** The act's id, where one that got no answer is sent once more. */
  readonly id?: string;
}

export type DoAct = <K extends ActKind>(kind: K, input: ActInput<K>, how: How<K>) => Promise<ActAnswer<K>>;

/**
 * The one way in which a screen does something: sent, kept on this device until the server has it, said what came of it, and everything that was
 * read before marked as old.
 */
export function useAct(): DoAct {
  const tell = useNotice();
  const { owner, outbox } = useOutbox();
  const refresh = useRefresh();
  const readAnew = useRefetch();
  return useCallback(
    async <K extends ActKind>(
      kind: K,
      input: ActInput<K>,
      { words, about, done, quiet, keep = true, reread = true, id }: How<K>,
    ): Promise<ActAnswer<K>> => {
      const kept = keep && !SECRET_ACTS.has(kind);
      const sent = kept
        ? await outbox.act(kind, input, { words, about })
        : ((await post({ id: id ?? newId(), owner, kind, input, doneAt: new Date().toISOString() })) ?? {
            ok: false,
            reason: 'failed',
            problem: NO_ANSWER,
          });
      // The server answers an act of this kind with what that kind answers.
      const answer = withFate(sent as ActAnswer<K>);
      if (answer.ok) {
        if (done !== undefined)
          tell({ tone: 'done', ...(typeof done === 'string' ? { text: done } : typeof done === 'function' ? done(answer.value) : done) });
        if (reread) {
          readAnew();
          refresh();
        }
      } else if (answer.reason === 'waiting') tell({ tone: 'waiting', text: `${words}: ${answer.problem}` });
      else if (!quiet) tell({ tone: 'refused', text: answer.problem });
      return answer;
    },
    [outbox, owner, readAnew, refresh, tell],
  );
}

/** What became of an act that the server did not take: queued on this device, or neither saved nor queued. */
const FATES: Readonly<Record<string, string>> = {
  waiting: 'The change is saved on this device and is sent as soon as possible.',
  failed: 'The change is not saved and not queued. Try again in a moment.',
  'signed-out': 'The change is not saved and not queued. Try again after you sign in.',
};

function withFate<A extends { readonly ok: boolean }>(answer: A): A {
  if (answer.ok || !('reason' in answer) || !('problem' in answer)) return answer;
  const fate = FATES[answer.reason as string];
  return fate === undefined ? answer : { ...answer, problem: `${answer.problem as string} ${fate}` };
}

/** An act that was taken in by this device: done, or waiting to be. Its screen need not hold it any longer. */
export const isTaken = (answer: { readonly ok: boolean; readonly reason?: string }): boolean => answer.ok || answer.reason === 'waiting';

/** The id of an act that is sent again until it is answered: the same for the same content, so that it is applied once. */
export function useActId(): (content: unknown) => string {
  const last = useRef<{ readonly content: unknown; readonly id: string } | null>(null);
  return useCallback((content) => {
    if (last.current === null || last.current.content !== content) last.current = { content, id: newId() };
    return last.current.id;
  }, []);
}
