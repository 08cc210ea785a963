import * as z from 'zod';
import { CURRENCIES } from '@/core/quantity';
import { SHORTEST_PASSWORD } from './shortest-password';

/** Rules of accounts, for both form and server. */
export const nameRule = z.string().trim().min(1, 'Enter a name.').max(120, 'The name is longer than 120 characters.');
export const emailRule = z
  .string()
  .trim()
  .toLowerCase()
  .max(200, 'The address is longer than 200 characters.')
  .regex(/^[^\s@]+@[^\s@]+\.[^\s@]+$/, 'Enter a valid email address, such as name@place.example.');
export const passwordRule = z
  .string()
  .min(SHORTEST_PASSWORD, `A password needs at least ${SHORTEST_PASSWORD} characters. A few words in a row are easy to remember.`)
  .max(200, 'The password is longer than 200 characters.');

/** Preferences of a person: units, finest fraction of an inch, theme. */
export const preferencesRule = z.object({
  system: z.enum(['metric', 'inch']),
  inchDenominator: z.union([z.literal(16), z.literal(32)]),
  theme: z.enum(['day', 'bay', 'system']),
});

const isTimeZone = (name: string): boolean => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
};
/** ISO 4217. */
export const currencyRule = z.string().refine((code) => CURRENCIES.includes(code), 'Choose a currency from the list.');

export const timeZoneRule = z.string().max(60).refine(isTimeZone, 'Choose a time zone from the list.');

/** The window in which attempts are counted. */
export const WINDOW_MS = 15 * 60_000;
export const TOO_MANY = 'Too many attempts. Wait a quarter of an hour, or ask an owner to reset the password.';

/** Input of the first owner, at a start without demo data. */
export const firstOwnerForm = z.object({ shop: nameRule, name: nameRule, email: emailRule, password: passwordRule });
