'use server';

import * as z from 'zod';
import { faults } from '@/db';
import { question } from '@/server';

/** What the shop’s own jobs confirmed. */
export const readConfirmed = question('viewer', z.object({}), async ({ db, person }) => ({
  ok: true,
  value: await faults.confirmedCauses(db, person.shopId),
}));
