import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { faults } from '@/db';
import { defineQuery } from '@/server';

/** Changes to the supplied base: causes confirmed by jobs, and corrections by the owner. */
export const readShopBase = defineQuery(QUERY_CONTRACTS['faults.of-shop'], async ({ db }) => ({
  ok: true,
  value: {
    confirmed: await faults.confirmedCauses(db),
    corrections: await faults.correctionsOf(db),
  },
}));
