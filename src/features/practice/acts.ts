import 'server-only';
import * as z from 'zod';
import { vocabulary } from '@/core/fault';
import { codeText, drawMachine, modelOf, moveProblem, moveShape, readCode, replayed, resultOf } from '@/core/practice';
import { isUnreadable, practice } from '@/db';
import { action, type ActContext } from '@/server';
import { compute } from '@/server/compute';

const id = z.number().int().positive();
const learner = ({ person }: ActContext): practice.Learner => ({ shopId: person.shopId, personId: person.id });
const refused = (problem: string) => ({ ok: false as const, reason: 'refused' as const, problem });

/** Practice is everybody's own: whoever may read may practise. */
export const practiceActs = {
  /** A round on the machine that a code names. */
  'practice.start': action({
    role: 'viewer',
    input: z.object({
      code: z.string().superRefine((typed, context) => {
        const read = readCode(typed);
        if (!read.ok) context.addIssue({ code: 'custom', message: read.problem });
      }),
    }),
    apply: async (context, { code: typed }) => {
      const read = readCode(typed);
      if (!read.ok) return refused(read.problem);
      const { code } = read;
      const machine = drawMachine(vocabulary(), modelOf(code.machine)!.kind, code.seed);
      return practice.startRound(context.db, learner(context), codeText(code), machine, context.doneAt);
    },
  }),

  'practice.move': action({
    role: 'viewer',
    input: z.object({ id, at: z.number().int().min(0), move: moveShape }),
    apply: (context, { id: round, at, move }) =>
      practice.addMove(context.db, learner(context), { id: round, at }, ({ machine, played }) => {
        const words = vocabulary();
        const now = replayed(words, machine, played);
        const problem = moveProblem(words, now, move);
        return problem === null ? { ok: true, value: { move, result: resultOf(words, machine, now, move) } } : refused(problem);
      }),
  }),

  /** Its learner looks at what tracing says: the round counts as helped. */
  'practice.hint': action({
    role: 'viewer',
    input: z.object({ id }),
    apply: (context, { id: round }) => practice.markHelped(context.db, learner(context), round),
  }),

  /** Hands the machine back, or gives up: the round is over, and told what was wrong. */
  'practice.finish': action({
    role: 'viewer',
    input: z.object({ id }),
    prepare: async (context, { id: number }) => {
      const round = await practice.findRound(context.db, learner(context), number);
      if (round === null) return refused('This round is no longer there.');
      return isUnreadable(round) ? refused(round.problem) : compute('practiceResult', { machine: round.machine, played: round.played });
    },
    apply: (context, { id: round }, result) => practice.finishRound(context.db, learner(context), round, result, context.doneAt),
  }),
} as const;
