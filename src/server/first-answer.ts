import 'server-only';
import { notFound } from 'next/navigation';
import { database } from '../db';
import type { Query } from './command';
import { requirePerson } from './session';

/**
 * Answers a query for the page that is being rendered. A stranger is sent to the sign-in page; a missing record is a
 * page that is not found.
 */
export async function firstAnswer<I, T>(query: Query<I, T>, input: I): Promise<T> {
  const person = await requirePerson();
  const answer = await query.ask({ db: database().ofShop(person.shopId), person, now: new Date() }, input);
  return answer.ok ? answer.value : notFound();
}
