'use client';

import { useCallback, useRef } from 'react';
import { v4 as newId } from 'uuid';
import { changedKeys, type CommandKind } from '@/contract/keys';
import type { ActionResult } from '@/contract/records';
import { useNotice, type Notice } from '@/ui/notice';
import { NO_ANSWER, post, useOutbox } from '@/client/outbox';
import { useRefetch } from '@/client/reads';
import { SECRET_COMMANDS } from '@/contract/secret';
import type { CommandCurrent, CommandInput, CommandResult } from '@/contract/commands';

/** Result of a command: the answer of the server, or that it is queued on this device. */
export type CommandAnswer<K extends CommandKind> =
  | ActionResult<CommandResult<K>, CommandCurrent<K>>
  | { readonly ok: false; readonly reason: 'waiting'; readonly problem: string; readonly field?: string };

export interface How<K extends CommandKind> {
  /** Short description for the list of queued commands: “Note on job 213”. */
  readonly words: string;
  readonly about?: string;
  /** Message after success. None if omitted. */
  readonly done?: string | Omit<Notice, 'tone'> | ((value: CommandResult<K>) => Omit<Notice, 'tone'>);
  /** The screen shows the refusal itself, for example next to a field. */
  readonly quiet?: boolean;
  /** False if the screen stores its content on the device and sends it again. The command is then not queued. */
  readonly keep?: boolean;
  /** Id of an unanswered command that is sent again. */
  readonly id?: string;
}

export type RunCommand = <K extends CommandKind>(kind: K, input: CommandInput<K>, how: How<K>) => Promise<CommandAnswer<K>>;

/**
 * The only way for a screen to change data. It sends the command, or queues it on this device. It shows the result, and
 * the queries that the command can change are read again.
 */
export function useCommand(): RunCommand {
  const tell = useNotice();
  const { owner, outbox } = useOutbox();
  const readAgain = useRefetch();
  return useCallback(
    async <K extends CommandKind>(
      kind: K,
      input: CommandInput<K>,
      { words, about, done, quiet, keep = true, id }: How<K>,
    ): Promise<CommandAnswer<K>> => {
      const kept = keep && !SECRET_COMMANDS.has(kind);
      const sent = kept
        ? await outbox.run(kind, input, { words, about })
        : ((await post({ id: id ?? newId(), owner, kind, input, doneAt: new Date().toISOString() })) ?? {
            ok: false,
            reason: 'failed',
            problem: NO_ANSWER,
          });
      // The type of the answer belongs to the kind of the command.
      const answer = withFate(sent as CommandAnswer<K>);
      if (answer.ok) {
        if (done !== undefined)
          tell({ tone: 'done', ...(typeof done === 'string' ? { text: done } : typeof done === 'function' ? done(answer.value) : done) });
        readAgain(changedKeys(kind));
      } else if (answer.reason === 'waiting') tell({ tone: 'waiting', text: `${words}: ${answer.problem}` });
      else if (!quiet) tell({ tone: 'refused', text: answer.problem });
      return answer;
    },
    [outbox, owner, readAgain, tell],
  );
}

/** State of a command that the server did not accept: queued on this device, or neither saved nor queued. */
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

/** True if this device has the command: done, or queued. Its screen can discard the input. */
export const isTaken = (answer: { readonly ok: boolean; readonly reason?: string }): boolean => answer.ok || answer.reason === 'waiting';

/** Id of a command that is sent until it is answered. Equal content has an equal id, so that it is applied once. */
export function useCommandId(): (content: unknown) => string {
  const last = useRef<{ readonly content: unknown; readonly id: string } | null>(null);
  return useCallback((content) => {
    if (last.current === null || last.current.content !== content) last.current = { content, id: newId() };
    return last.current.id;
  }, []);
}
