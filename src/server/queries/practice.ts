import 'server-only';
import * as z from 'zod';
import { practice } from '@/db';
import { defineQuery, missing, recordId } from '@/server';

/** Current state of the learner's own session. */
export const readPracticeSession = defineQuery('viewer', recordId, async ({ db, person }, { id }) => {
  const session = await practice.findPracticeSession(db, person.id, id);
  if (session === null) return missing('This practice session does not exist.');
  return { ok: true, value: session };
});

/** The learner's own sessions, the latest first. */
export const listPracticeSessions = defineQuery('viewer', z.object({}), async ({ db, person }) => ({
  ok: true,
  value: { rounds: await practice.practiceSessionsOf(db, person.id) },
}));
