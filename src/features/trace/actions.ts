'use server';

import * as z from 'zod';
import { faults } from '@/db';
import { question } from '@/server';

/** What tracing goes by beside what ships: what the shop’s own jobs confirmed, and what its owner corrected. */
export const readShopBase = question('viewer', z.object({}), async ({ db, person }) => ({
  ok: true,
  value: {
    confirmed: await faults.confirmedCauses(db, person.shopId),
    corrections: await faults.correctionsOf(db, person.shopId),
  },
}));
