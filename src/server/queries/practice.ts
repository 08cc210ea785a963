import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { practice } from '@/db';
import { defineQuery, missing } from '@/server';

/** Current state of the learner's own session. */
export const readPracticeSession = defineQuery(QUERY_CONTRACTS['practice.read'], async ({ db, person }, { id }) => {
  const session = await practice.findPracticeSession(db, person.id, id);
  if (session === null) return missing('This practice session does not exist.');
  return { ok: true, value: session };
});

/** The learner's own sessions, the latest first. */
export const listPracticeSessions = defineQuery(QUERY_CONTRACTS['practice.list'], async ({ db, person }) => ({
  ok: true,
  value: { rounds: await practice.practiceSessionsOf(db, person.id) },
}));
