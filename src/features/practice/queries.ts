import 'server-only';
import * as z from 'zod';
import { isUnreadable, practice } from '@/db';
import { defineQuery } from '@/server';

/** Current state of the learner's own session. */
export const readPracticeSession = defineQuery('viewer', z.object({ id: z.number().int() }), async ({ db, person }, { id }) => {
  const session = await practice.findPracticeSession(db, { shopId: person.shopId, personId: person.id }, id);
  if (session === null) return { ok: false, reason: 'refused', problem: 'This practice session does not exist.' };
  return isUnreadable(session) ? { ok: false, reason: 'refused', problem: session.problem } : { ok: true, value: session };
});
