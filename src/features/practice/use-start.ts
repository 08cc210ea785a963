'use client';

import { useCallback } from 'react';
import { anySeed, codeText, MODELS } from '@/core/practice';
import { useCommand } from '../commands/use-command';
import { useGo } from '../shell/go';

/** Even over 0 … 1, from the device’s own source of chance. */
const chance = () => crypto.getRandomValues(new Uint32Array(1))[0]! / 2 ** 32;

/** Random code of a machine. @param letters of the machine; any if omitted */
const anyCode = (letters: string = MODELS[Math.floor(chance() * MODELS.length)]!.letters) =>
  codeText({ machine: letters, seed: anySeed(chance) });

/** Starts a session and opens it. @returns the problem if it was refused */
export function useStartPracticeSession(): (code?: string) => Promise<string | null> {
  const runCommand = useCommand();
  const go = useGo();
  return useCallback(
    async (asked) => {
      // Two letters name a machine, and not how it is wrong.
      const code = asked === undefined || asked.length === 2 ? anyCode(asked) : asked;
      const answer = await runCommand('practice.start', { code }, { words: `Practice: a round, code ${code}`, quiet: true, keep: false });
      if (!answer.ok) return answer.problem;
      go(`/practice/${answer.value.id}`);
      return null;
    },
    [runCommand, go],
  );
}
