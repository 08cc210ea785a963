import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { access, followUps, people } from '@/db';
import { defineCommand, hashPassword } from '@/server';

export const shopCommands = {
  'shop.change': defineCommand(COMMAND_CONTRACTS['shop.change'], {
    apply: async ({ db }, { version, ...change }) => {
      const before = await people.shopOf(db);
      const changed = await people.changeShop(db, version, change);
      // Substitutes are asked about after these days.
      if (changed.ok && changed.value.limits.trialDays !== before.limits.trialDays) await followUps.deriveAll(db);
      return changed;
    },
  }),

  'person.add': defineCommand(COMMAND_CONTRACTS['person.add'], {
    prepare: async (_context, { password }) => ({ ok: true, value: await hashPassword(password) }),
    apply: ({ db }, { name, email, role: given }, passwordHash) => people.addPerson(db, { name, email, role: given, passwordHash }),
  }),

  'person.change': defineCommand(COMMAND_CONTRACTS['person.change'], {
    apply: ({ db }, { id, version, ...change }) => people.changePerson(db, id, version, change),
  }),

  'session.end': defineCommand(COMMAND_CONTRACTS['session.end'], {
    apply: ({ db }, { id }) => access.endSession(db, id),
  }),

  'person.reset-password': defineCommand(COMMAND_CONTRACTS['person.reset-password'], {
    prepare: async (_context, { password }) => ({ ok: true, value: await hashPassword(password) }),
    apply: async ({ db, person }, { id }, passwordHash) => {
      const set = await people.setPassword(db, id, passwordHash, id === person.id ? person.sessionId : undefined);
      if (set.ok) await people.forgetAttemptsOn(db, id);
      return set;
    },
  }),
} as const;
