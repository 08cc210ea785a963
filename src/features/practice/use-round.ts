'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import * as z from 'zod';
import { vocabulary } from '@/core/fault';
import { moveProblem, moveShape, playOn, replayed, resultOf, type Move, type Round } from '@/core/practice';
import type { PracticeRound } from '@/db';
import { useKeptActs } from '@/ui/outbox';
import { useNotice } from '@/ui/notice';
import { useRead, type Reading } from '@/ui/reads';
import { isTaken, useAct } from '../acts/use-act';
import { readRound } from './actions';

const words = vocabulary();

const waitingMove = z.object({ at: z.number(), move: moveShape });

/** A move made here that is not among those read yet. */
interface Ahead {
  readonly at: number;
  readonly move: Move;
}

/** The round with the moves that the server has not told of yet: a simulated machine answers the same here as there. */
function withAhead(stored: PracticeRound, ahead: readonly Ahead[]): Round {
  let round = replayed(words, stored.machine, stored.played);
  for (const { at, move } of [...ahead].sort((a, b) => a.at - b.at)) {
    if (at !== round.steps.length || moveProblem(words, round, move) !== null) continue;
    round = playOn(words, round, { move, result: resultOf(words, stored.machine, round, move) });
  }
  return round;
}

export interface PlayedRound {
  readonly reading: Reading<PracticeRound>;
  readonly stored: PracticeRound;
  readonly round: Round;
  readonly helped: boolean;
  readonly over: boolean;
  readonly play: (move: Move, words: string) => void;
  readonly help: () => void;
  readonly finish: () => void;
}

/** A round that is being played, also without a network. */
export function useRound(first: PracticeRound): PlayedRound {
  const reading = useRead(['practice', first.id], () => readRound({ id: first.id }), { first });
  const stored = reading.value ?? first;
  const about = `practice/${first.id}`;
  const kept = useKeptActs(about);
  const [here, setHere] = useState<readonly Ahead[]>([]);
  const act = useAct();
  const tell = useNotice();
  const waiting = useMemo(
    () =>
      kept.flatMap((k): Ahead[] => {
        const read = k.kind === 'practice.move' && k.refusal === null ? waitingMove.safeParse(k.input) : null;
        return read?.success ? [read.data] : [];
      }),
    [kept],
  );
  // A move that waited and was refused then is none; what stands on it falls with it.
  const refused = kept.flatMap((k) =>
    k.kind === 'practice.move' && k.refusal !== null ? (waitingMove.safeParse(k.input).data?.at ?? []) : [],
  );
  if (here.some((ahead) => refused.includes(ahead.at))) setHere(here.filter((ahead) => !refused.includes(ahead.at)));
  const round = useMemo(() => withAhead(stored, [...waiting, ...here]), [stored, waiting, here]);
  const waits = (kind: string) => kept.some((k) => k.kind === kind && k.refusal === null);
  // Several moves may be made before the screen is drawn again: covers and belt off in one press.
  const latest = useRef(round);
  useEffect(() => {
    latest.current = round;
  }, [round]);
  const play = useCallback(
    (move: Move, said: string) => {
      const now = latest.current;
      const problem = moveProblem(words, now, move);
      if (problem !== null) return tell({ tone: 'refused', text: problem });
      const one = { at: now.steps.length, move };
      latest.current = playOn(words, now, { move, result: resultOf(words, first.machine, now, move) });
      setHere((before) => [...before, one]);
      void act('practice.move', { id: first.id, ...one }, { words: said, about }).then((answer) => {
        if (!isTaken(answer)) setHere((before) => before.filter((b) => b !== one));
      });
    },
    [act, tell, first.id, first.machine, about],
  );
  return {
    reading,
    stored,
    round,
    helped: stored.helped || waits('practice.hint'),
    over: stored.finishedAt !== null || waits('practice.finish'),
    play,
    help: () => void act('practice.hint', { id: first.id }, { words: 'Practice: tracing hint', about }),
    finish: () =>
      void act('practice.finish', { id: first.id }, { words: 'Practice: the round is over', about, done: 'The round is over.' }),
  };
}
