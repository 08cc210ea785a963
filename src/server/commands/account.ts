import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { people } from '@/db';
import { defineCommand, hashPassword, passwordMatches } from '@/server';
import { TOO_MANY, WINDOW_MS } from '@/contract/forms/account';

/** Attempts at one's own present password. */
const PER_CHANGE = 5;

export const accountCommands = {
  preferences: defineCommand(COMMAND_CONTRACTS.preferences, {
    apply: async ({ db, person }, chosen) => {
      await people.setPreferences(db, person.id, chosen);
      return { ok: true, value: null };
    },
  }),

  'own-password': defineCommand(COMMAND_CONTRACTS['own-password'], {
    prepare: async ({ db, person }, { current, next }) => {
      const refuse = (problem: string) => ({ ok: false as const, reason: 'refused' as const, problem });
      const subject = `password of ${person.id}`;
      if (!(await people.countAttempt(db, [{ subject, limit: PER_CHANGE }], WINDOW_MS))) return refuse(TOO_MANY);
      if (!(await passwordMatches(current, await people.passwordHashOf(db, person.id))))
        return refuse('The current password is wrong. Nothing was changed.');
      await people.forgetAttempts(db, [subject]);
      return { ok: true, value: await hashPassword(next) };
    },
    apply: ({ db, person }, _input, passwordHash) => people.setPassword(db, person.id, passwordHash, person.sessionId),
  }),
} as const;
