import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { vocabulary } from '@/core/fault';
import { codeText, drawMachine, modelOf, moveProblem, readCode, replayed, resultOf } from '@/core/practice';
import { isUnreadable, practice } from '@/db';
import { defineCommand } from '@/server';
import { compute } from '@/server/compute';

const refused = (problem: string) => ({ ok: false as const, reason: 'refused' as const, problem });

/** Practice is personal: every person with read access may practise. */
export const practiceCommands = {
  /** A round on the machine that a code names. */
  'practice.start': defineCommand(COMMAND_CONTRACTS['practice.start'], {
    apply: async (context, { code: typed }) => {
      const read = readCode(typed);
      if (!read.ok) return refused(read.problem);
      const { code } = read;
      const machine = drawMachine(vocabulary(), modelOf(code.machine)!.kind, code.seed);
      return practice.startPracticeSession(context.db, context.person.id, codeText(code), machine, context.doneAt);
    },
  }),

  'practice.move': defineCommand(COMMAND_CONTRACTS['practice.move'], {
    apply: (context, { id: session, at, move }) =>
      practice.addMove(context.db, context.person.id, { id: session, at }, ({ machine, played }) => {
        const words = vocabulary();
        const now = replayed(words, machine, played);
        const problem = moveProblem(words, now, move);
        return problem === null ? { ok: true, value: { move, result: resultOf(words, machine, now, move) } } : refused(problem);
      }),
  }),

  /** The learner reads the advice of tracing. The session then counts as helped. */
  'practice.hint': defineCommand(COMMAND_CONTRACTS['practice.hint'], {
    apply: (context, { id: session }) => practice.markHelped(context.db, context.person.id, session),
  }),

  /** Hands the machine back, or ends early. The session ends and shows the faults. */
  'practice.finish': defineCommand(COMMAND_CONTRACTS['practice.finish'], {
    prepare: async (context, { id: number }) => {
      const session = await practice.findPracticeSession(context.db, context.person.id, number);
      if (session === null) return refused('This practice session does not exist.');
      return isUnreadable(session)
        ? refused(session.problem)
        : compute('practiceResult', { machine: session.machine, played: session.played });
    },
    apply: (context, { id: session }, result) =>
      practice.finishPracticeSession(context.db, context.person.id, session, result, context.doneAt),
  }),
} as const;
