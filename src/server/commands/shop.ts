import 'server-only';
import * as z from 'zod';
import { shopLimits } from '@/core/machine';
import { ROLES } from '@/core/role';
import { people } from '@/db';
import { defineCommand, hashPassword } from '@/server';
import { currencyRule, emailRule, nameRule, passwordRule, timeZoneRule } from '@/contract/forms/account';

const role = z.enum(ROLES);

export const shopCommands = {
  'shop.change': defineCommand({
    role: 'owner',
    input: z.object({
      version: z.number().int(),
      name: nameRule,
      timeZone: timeZoneRule,
      currency: currencyRule.optional(),
      limits: shopLimits.optional(),
    }),
    apply: ({ db }, { version, ...change }) => people.changeShop(db, version, change),
  }),

  'person.add': defineCommand({
    role: 'owner',
    input: z.object({ name: nameRule, email: emailRule, role, password: passwordRule }),
    prepare: async (_context, { password }) => ({ ok: true, value: await hashPassword(password) }),
    apply: ({ db }, { name, email, role: given }, passwordHash) => people.addPerson(db, { name, email, role: given, passwordHash }),
  }),

  'person.change': defineCommand({
    role: 'owner',
    input: z.object({ id: z.number().int(), version: z.number().int(), role, active: z.boolean() }),
    apply: ({ db }, { id, version, ...change }) => people.changePerson(db, id, version, change),
  }),

  'person.reset-password': defineCommand({
    role: 'owner',
    input: z.object({ id: z.number().int(), password: passwordRule }),
    prepare: async (_context, { password }) => ({ ok: true, value: await hashPassword(password) }),
    apply: async ({ db, person }, { id }, passwordHash) => {
      const set = await people.setPassword(db, id, passwordHash, id === person.id ? person.sessionId : undefined);
      if (set.ok) await people.forgetAttemptsOn(db, id);
      return set;
    },
  }),
} as const;
