import { randomUUID } from 'node:crypto';
import { beforeEach } from 'vitest';
import { NOW, value, type TestShop } from './test-database';
import { seen } from './test-seen';
import type { Person } from '../contract/records';

/**
 * Commands as a device sends them, by the owner of a test shop. Each test starts signed in.
 * @param executeCommand entry point of the server
 */
export function commandsFor<Kind extends string>(shop: TestShop, executeCommand: (sent: object) => Promise<unknown>) {
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
    executeCommand({ id, kind, personId: signedIn().id, doneAt: NOW.toISOString(), input });
  const done = async (kind: Kind, input: unknown) =>
    value((await send(kind, input)) as { ok: true; value: unknown } | { ok: false; problem: string }) as Record<string, unknown>;
  return { send, done, person: signedIn };
}
