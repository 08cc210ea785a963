import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { people } from '@/db';
import { defineQuery } from '@/server';

/** Settings: one's own, and for an owner those of the shop with its people. */
export const readSettings = defineQuery(QUERY_CONTRACTS['settings.read'], async ({ db, person }) => {
  const { id, name, email } = person;
  const owner = person.role === 'owner';
  const [shop, all] = await Promise.all([owner ? people.shopOf(db) : null, owner ? people.listPeople(db) : null]);
  return { ok: true, value: { me: { id, name, email }, shop, people: all } };
});
