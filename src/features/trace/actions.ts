'use server';

import * as z from 'zod';
import { faults } from '@/db';
import { query } from '@/server';

/** Changes to the supplied base: causes confirmed by jobs, and corrections by the owner. */
export const readShopBase = query('viewer', z.object({}), async ({ db, person }) => ({
  ok: true,
  value: {
    confirmed: await faults.confirmedCauses(db, person.shopId),
    corrections: await faults.correctionsOf(db, person.shopId),
  },
}));
