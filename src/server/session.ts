import 'server-only';
import { randomUUID } from 'node:crypto';
import { getIronSession } from 'iron-session';
import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import { database, people, type Role } from '../db';
import type { Person } from '../contract/records';

interface Cookie {
  sessionId?: string;
}

const SESSION_DAYS = 14;

async function cookie() {
  const all = await cookies();
  // Same cookies: only their optional fields have different types on both sides.
  const set: { (name: string, value: string, cookie?: object): void; (cookie: object): void } = (...given: unknown[]) =>
    void all.set(...(given as Parameters<typeof all.set>));
  const jar = { get: (name: string) => all.get(name), set };
  const password = process.env['TAUT_SECRET'];
  if (!password) throw new Error('TAUT_SECRET is not set; start the application with npm start');
  return getIronSession<Cookie>(jar, {
    password,
    cookieName: 'taut-session',
    ttl: SESSION_DAYS * 86400,
    cookieOptions: { httpOnly: true, sameSite: 'lax', path: '/', secure: process.env['TAUT_HTTPS'] === '1' },
  });
}

/** Signed-in person, read once per request. Null for a stranger, an expired session or a deactivated person. */
export const currentPerson = cache(async (): Promise<(Person & { sessionId: string }) | null> => {
  const { sessionId } = await cookie();
  if (!sessionId) return null;
  const person = await people.personOfSession(database(), sessionId, new Date());
  return person && { ...person, sessionId };
});

/** For pages: sends a stranger to the sign-in page. */
export async function requirePerson(): Promise<Person & { sessionId: string }> {
  return (await currentPerson()) ?? redirect('/sign-in');
}

const RANK: Readonly<Record<Role, number>> = { viewer: 0, technician: 1, owner: 2 };

/** True where a role includes another: an owner may do all that a technician may. */
export const hasRole = (role: Role, needed: Role): boolean => RANK[role] >= RANK[needed];

export async function startSession(personId: number): Promise<void> {
  const now = new Date();
  const sealed = await cookie();
  // Signing in again on one device ends the session that it had.
  if (sealed.sessionId) await people.closeSession(database(), sealed.sessionId);
  sealed.sessionId = randomUUID();
  const expiresAt = new Date(now.getTime() + SESSION_DAYS * 86_400_000);
  const browser = ((await headers()).get('user-agent') ?? '').slice(0, 300);
  await people.openSession(database(), { id: sealed.sessionId, personId, expiresAt, browser }, now);
  await sealed.save();
}

export async function endSession(): Promise<void> {
  const sealed = await cookie();
  if (sealed.sessionId) await people.closeSession(database(), sealed.sessionId);
  sealed.destroy();
}

/** Address of the client as our own server saw it. */
export async function clientAddress(): Promise<string> {
  return (await headers()).get('x-client-address') || 'unknown';
}
