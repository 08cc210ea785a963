import 'server-only';
import * as z from 'zod';
import { faults } from '@/db';
import { defineQuery } from '@/server';

/** Changes to the supplied base: causes confirmed by jobs, and corrections by the owner. */
export const readShopBase = defineQuery('viewer', z.object({}), async ({ db }) => ({
  ok: true,
  value: {
    confirmed: await faults.confirmedCauses(db),
    corrections: await faults.correctionsOf(db),
  },
}));
