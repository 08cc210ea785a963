'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';
import { people, ROLES } from '@/db';
import { action, hashPassword } from '@/server';
import { emailRule, nameRule, passwordRule } from '../account/rules';

const role = z.enum(ROLES);

export const addPerson = action(
  'owner',
  z.object({ name: nameRule, email: emailRule, role, password: passwordRule }),
  async ({ db, person }, { password, ...rest }) => {
    const result = await people.addPerson(db, person.shopId, { ...rest, passwordHash: await hashPassword(password) });
    revalidatePath('/shop');
    return result;
  },
);

export const changePerson = action(
  'owner',
  z.object({ id: z.number().int(), version: z.number().int(), role, active: z.boolean() }),
  async ({ db, person }, { id, version, ...change }) => {
    const result = await people.changePerson(db, person.shopId, id, version, change);
    revalidatePath('/shop');
    return result;
  },
);

export const resetPassword = action(
  'owner',
  z.object({ id: z.number().int(), password: passwordRule }),
  async ({ db, person }, { id, password }) => {
    const set = await people.setPassword(
      db,
      person.shopId,
      id,
      await hashPassword(password),
      id === person.id ? person.sessionId : undefined,
    );
    if (set.ok) await people.forgetAttemptsOn(db, person.shopId, id);
    return set;
  },
);
