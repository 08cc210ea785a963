'use client';

import { useCallback } from 'react';
import { anySeed, codeText, MODELS } from '@/core/practice';
import { useAct } from '../acts/use-act';
import { useGo } from '../shell/go';

/** Even over 0 … 1, from the device’s own source of chance. */
const chance = () => crypto.getRandomValues(new Uint32Array(1))[0]! / 2 ** 32;

/** A code of a machine that nobody has seen yet. @param letters of the machine; any where they are left out */
const anyCode = (letters: string = MODELS[Math.floor(chance() * MODELS.length)]!.letters) =>
  codeText({ machine: letters, seed: anySeed(chance) });

/** Starts a round and goes to it. @returns why not, where it was refused */
export function useStartRound(): (code?: string) => Promise<string | null> {
  const act = useAct();
  const go = useGo();
  return useCallback(
    async (asked) => {
      // Two letters name a machine, and not how it is wrong.
      const code = asked === undefined || asked.length === 2 ? anyCode(asked) : asked;
      const answer = await act('practice.start', { code }, { words: `Practice: a round, code ${code}`, quiet: true, keep: false });
      if (!answer.ok) return answer.problem;
      go(`/practice/${answer.value.id}`);
      return null;
    },
    [act, go],
  );
}
