import 'server-only';
import * as z from 'zod';
import { correctionProblem, vocabulary } from '@/core/fault';
import { faults } from '@/db';
import { action } from '@/server';

const text = z.string().trim().max(200, 'That is longer than 200 characters.');

export const traceActs = {
  /** An owner corrects what tracing goes by; a value of null leaves it as it ships. */
  'faults.correct': action({
    role: 'owner',
    input: z.object({ cause: text, subject: text, value: text.nullable(), because: text }).superRefine(({ value, ...rest }, context) => {
      if (value === null) return;
      const problem = correctionProblem(vocabulary(), { ...rest, value });
      if (problem !== null) context.addIssue({ code: 'custom', message: problem });
      else if (rest.because === '')
        context.addIssue({ code: 'custom', path: ['because'], message: 'Enter a reason. The next reader needs it.' });
    }),
    apply: ({ db, person, doneAt }, correction) =>
      faults.correctBase(db, { shopId: person.shopId, personId: person.id, at: doneAt }, correction),
  }),
} as const;
