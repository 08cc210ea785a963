'use server';

import * as z from 'zod';
import { database, people } from '@/db';
import { startSession, clientAddress, endSession, hashPassword, passwordMatches, findInvalidText } from '@/server';
import type { ActionResult, ShopChoice } from '@/contract/records';
import { firstOwnerForm, TOO_MANY, WINDOW_MS } from '@/contract/forms/account';

/**
 * Allowed attempts in the window: per account and address, per account, and per address, which a whole shop may share.
 * Thus a person who guesses from elsewhere locks out only that address.
 */
const PER_PAIR = 8;
const PER_ACCOUNT = 60;
const PER_ADDRESS = 40;

/** Refusal with the first problem of a form, and its field. */
const refusalOf = ({ issues: [issue] }: z.ZodError) => ({
  ok: false as const,
  reason: 'invalid' as const,
  problem: issue?.message ?? 'A field of this form is invalid. Check the fields.',
  field: String(issue?.path[0] ?? ''),
});

const signInForm = z.object({
  email: z.string().trim().toLowerCase().min(1, 'Enter your email address.').max(200, 'The address is longer than 200 characters.'),
  password: z.string().min(1, 'Enter your password.').max(200, 'The password is longer than 200 characters.'),
  shop: z.coerce.number().int().optional(),
});

/** Signs in. An address and password that fit several shops get these shops as the answer: the person chooses one of them. */
export async function signIn(raw: { email: string; password: string; shop?: string }): Promise<ActionResult<ShopChoice[]>> {
  const unfit = findInvalidText(raw);
  if (unfit) return { ok: false, reason: 'invalid', ...unfit };
  const parsed = signInForm.safeParse(raw);
  if (!parsed.success) return refusalOf(parsed.error);
  const { email, password, shop } = parsed.data;
  const db = database();
  const address = await clientAddress();
  const attempts = [people.accountSubject(email), people.pairSubject(email, address)];
  const within = await people.countAttempt(
    db,
    [
      { subject: attempts[0]!, limit: PER_ACCOUNT },
      { subject: attempts[1]!, limit: PER_PAIR },
      { subject: `address:${address}`, limit: PER_ADDRESS },
    ],
    WINDOW_MS,
  );
  if (!within) return { ok: false, reason: 'refused', problem: TOO_MANY };
  const own = await accountsFor(await people.findCredentials(db, email), password);
  if (own.length === 0)
    return {
      ok: false,
      reason: 'refused',
      problem: 'Email address or password is wrong. Check both. An owner can reset the password.',
    };
  await people.forgetAttempts(db, attempts);
  const chosen = own.length === 1 ? own[0] : own.find(({ person }) => person.shopId === shop);
  if (!chosen) return { ok: true, value: own.map(({ person, shopName }) => ({ id: person.shopId, name: shopName })) };
  await startSession(chosen.person.id);
  return { ok: true, value: [] };
}

/** Active accounts that a password fits. Without any account the check takes the same time. */
async function accountsFor(found: readonly people.Credentials[], password: string): Promise<people.Credentials[]> {
  if (found.length === 0) await passwordMatches(password, undefined);
  const matches = await Promise.all(found.map(({ passwordHash }) => passwordMatches(password, passwordHash)));
  return found.filter(({ person }, i) => matches[i] && person.active);
}

export async function signOut(): Promise<void> {
  await endSession();
}

/** First start without demo data: the first visitor creates the shop and is its owner. */
export async function foundShop(raw: { shop: string; name: string; email: string; password: string }): Promise<ActionResult<ShopChoice[]>> {
  const unfit = findInvalidText(raw);
  if (unfit) return { ok: false, reason: 'invalid', ...unfit };
  const parsed = firstOwnerForm.safeParse(raw);
  if (!parsed.success) return refusalOf(parsed.error);
  const { shop, name, email, password } = parsed.data;
  if (await people.anyPerson(database()))
    return { ok: false, reason: 'refused', problem: 'This shop already has an owner. Sign in instead.' };
  const made = await people.createShop(database(), shop, { name, email, passwordHash: await hashPassword(password) }, hereabouts());
  if (!made.ok) return made;
  await startSession(made.value.id);
  return { ok: true, value: [] };
}

/** Time zone of the server, which is the default of a new shop. */
const hereabouts = (): string => new Intl.DateTimeFormat().resolvedOptions().timeZone;
