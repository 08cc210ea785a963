import 'server-only';
import * as z from 'zod';
import { correctionProblem, vocabulary } from '@/core/fault';
import { faults } from '@/db';
import { defineCommand } from '@/server';

const text = z.string().trim().max(200, 'The text must be at most 200 characters. Shorten it.');

export const traceCommands = {
  /** Correction of the fault base by an owner. Null restores the supplied value. */
  'faults.correct': defineCommand({
    role: 'owner',
    input: z.object({ cause: text, subject: text, value: text.nullable(), because: text }).superRefine(({ value, ...rest }, context) => {
      if (value === null) return;
      const problem = correctionProblem(vocabulary(), { ...rest, value });
      if (problem !== null) context.addIssue({ code: 'custom', message: problem });
      else if (rest.because === '')
        context.addIssue({ code: 'custom', path: ['because'], message: 'Enter a reason. The next reader needs it.' });
    }),
    apply: ({ db, person, doneAt }, correction) => faults.correctBase(db, { personId: person.id, at: doneAt }, correction),
  }),
} as const;
