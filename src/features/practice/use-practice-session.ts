'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import * as z from 'zod';
import { vocabulary } from '@/core/fault';
import { moveProblem, moveShape, playOn, replayed, resultOf, type Move, type PracticeSession } from '@/core/practice';
import { useQueuedCommands } from '@/client/outbox';
import { useNotice } from '@/ui/notice';
import { type Reading } from '@/client/reads';
import { isTaken, useCommand } from '../commands/use-command';
import { useAnswerOf } from '../queries/use-query';
import type { StoredPracticeSession } from '@/contract/records';
import { isUnreadable } from '@/contract/unreadable';

const words = vocabulary();

const waitingMove = z.object({ at: z.number(), move: moveShape });

/** A move made here that is not among those read yet. */
interface Ahead {
  readonly at: number;
  readonly move: Move;
}

/** Session with the moves that the server has not answered: the simulated machine has the same answers on the device. */
function withAhead(stored: StoredPracticeSession, ahead: readonly Ahead[]): PracticeSession {
  let session = replayed(words, stored.machine, stored.played);
  for (const { at, move } of [...ahead].sort((a, b) => a.at - b.at)) {
    if (at !== session.steps.length || moveProblem(words, session, move) !== null) continue;
    session = playOn(words, session, { move, result: resultOf(words, stored.machine, session, move) });
  }
  return session;
}

export interface PlayedSession {
  readonly reading: Pick<Reading<unknown>, 'problem' | 'readAt' | 'held' | 'again'>;
  readonly stored: StoredPracticeSession;
  readonly session: PracticeSession;
  readonly helped: boolean;
  readonly over: boolean;
  readonly play: (move: Move, words: string) => void;
  readonly help: () => void;
  readonly finish: () => void;
}

/** A round that is being played, also without a network. */
export function usePracticeSession(first: StoredPracticeSession): PlayedSession {
  const reading = useAnswerOf('practice.read', { id: first.id }, first);
  // A session that was readable when it opened stays as it was.
  const stored = isUnreadable(reading.value) ? first : reading.value;
  const about = `practice/${first.id}`;
  const kept = useQueuedCommands(about);
  const [here, setHere] = useState<readonly Ahead[]>([]);
  const runCommand = useCommand();
  const tell = useNotice();
  const waiting = useMemo(
    () =>
      kept.flatMap((k): Ahead[] => {
        const read = k.kind === 'practice.move' && k.refusal === null ? waitingMove.safeParse(k.input) : null;
        return read?.success ? [read.data] : [];
      }),
    [kept],
  );
  // A queued move that was refused is dropped, together with the moves after it.
  const refused = kept.flatMap((k) =>
    k.kind === 'practice.move' && k.refusal !== null ? (waitingMove.safeParse(k.input).data?.at ?? []) : [],
  );
  if (here.some((ahead) => refused.includes(ahead.at))) setHere(here.filter((ahead) => !refused.includes(ahead.at)));
  const session = useMemo(() => withAhead(stored, [...waiting, ...here]), [stored, waiting, here]);
  const waits = (kind: string) => kept.some((k) => k.kind === kind && k.refusal === null);
  // Several moves may be made before the screen is drawn again: covers and belt off in one press.
  const latest = useRef(session);
  useEffect(() => {
    latest.current = session;
  }, [session]);
  const play = useCallback(
    (move: Move, said: string) => {
      const now = latest.current;
      const problem = moveProblem(words, now, move);
      if (problem !== null) return tell({ tone: 'refused', text: problem });
      const one = { at: now.steps.length, move };
      latest.current = playOn(words, now, { move, result: resultOf(words, first.machine, now, move) });
      setHere((before) => [...before, one]);
      void runCommand('practice.move', { id: first.id, ...one }, { words: said, about }).then((answer) => {
        if (!isTaken(answer)) setHere((before) => before.filter((b) => b !== one));
      });
    },
    [runCommand, tell, first.id, first.machine, about],
  );
  return {
    reading,
    stored,
    session,
    helped: stored.helped || waits('practice.hint'),
    over: stored.finishedAt !== null || waits('practice.finish'),
    play,
    help: () => void runCommand('practice.hint', { id: first.id }, { words: 'Practice: tracing hint', about }),
    finish: () =>
      void runCommand(
        'practice.finish',
        { id: first.id },
        { words: 'Practice: session finished', about, done: 'The session is finished.' },
      ),
  };
}
