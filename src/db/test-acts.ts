import { randomUUID } from 'node:crypto';
import { beforeEach } from 'vitest';
import type { Person } from '.';
import { NOW, value, type TestShop } from './test-database';

/** Who is signed in and which database the server has, as far as a test file has put them in place of the real ones. */
export interface Seen {
  person: unknown;
  db: unknown;
}

/**
 * Acts as a device sends them, by the owner of a test shop; each test begins signed in as that.
 * @param perform what the server does with one
 */
export function actsFor<Kind extends string>(shop: TestShop, seen: Seen, perform: (sent: object) => Promise<unknown>) {
  let person: (Person & { sessionId: string }) | undefined;
  const signedIn = () => {
    if (!person) throw new Error('no person is signed in outside of a test');
    return person;
  };
  beforeEach(() => {
    person = { ...shop.owner, sessionId: '11111111-1111-4111-8111-111111111111' };
    seen.person = person;
    seen.db = shop.db;
  });
  const send = (kind: Kind, input: unknown, id: string = randomUUID()) =>
    perform({ id, kind, personId: signedIn().id, doneAt: NOW.toISOString(), input });
  const done = async (kind: Kind, input: unknown) =>
    value((await send(kind, input)) as { ok: true; value: unknown } | { ok: false; problem: string }) as Record<string, unknown>;
  return { send, done, person: signedIn };
}
