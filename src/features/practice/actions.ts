'use server';

import * as z from 'zod';
import { isUnreadable, practice } from '@/db';
import { question } from '@/server';

/** A round of one's own as it stands now. */
export const readRound = question('viewer', z.object({ id: z.number().int() }), async ({ db, person }, { id }) => {
  const round = await practice.findRound(db, { shopId: person.shopId, personId: person.id }, id);
  if (round === null) return { ok: false, reason: 'refused', problem: 'This practice session does not exist.' };
  return isUnreadable(round) ? { ok: false, reason: 'refused', problem: round.problem } : { ok: true, value: round };
});
