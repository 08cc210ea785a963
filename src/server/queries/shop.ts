import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { access, calendarFeeds, people } from '@/db';
import { defineQuery, rowsOf } from '@/server';

/** Sessions and calendar addresses of the shop. */
export const readAccess = defineQuery(QUERY_CONTRACTS['access.read'], async ({ db, person, now }) => {
  const [sessions, calendars] = await Promise.all([access.sessionsOf(db, now, person.sessionId), calendarFeeds.feedsOf(db, null)]);
  return { ok: true, value: { sessions, calendars } };
});

/** Commands of the shop, the latest first. */
export const listCommands = defineQuery(QUERY_CONTRACTS['access.log'], async ({ db }, ask) => ({
  ok: true,
  value: await access.commandLog(db, rowsOf(ask)),
}));

/** Settings: one's own, and for an owner those of the shop with its people. */
export const readSettings = defineQuery(QUERY_CONTRACTS['settings.read'], async ({ db, person }) => {
  const { id, name, email } = person;
  const owner = person.role === 'owner';
  const [shop, all] = await Promise.all([owner ? people.shopOf(db) : null, owner ? people.listPeople(db) : null]);
  return { ok: true, value: { me: { id, name, email }, shop, people: all } };
});
