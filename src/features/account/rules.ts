import * as z from 'zod';

/** What accounts are made of; the same rules in the form and on the server. */
export const SHORTEST_PASSWORD = 10;

export const nameRule = z.string().trim().min(1, 'Give a name.').max(120, 'The name is longer than 120 characters.');
export const emailRule = z
  .string()
  .trim()
  .toLowerCase()
  .max(200, 'The address is longer than 200 characters.')
  .regex(/^[^\s@]+@[^\s@]+\.[^\s@]+$/, 'That is not an e-mail address; it looks like name@place.example.');
export const passwordRule = z
  .string()
  .min(SHORTEST_PASSWORD, `A password needs at least ${SHORTEST_PASSWORD} characters; a few words in a row are easy to keep in mind.`)
  .max(200, 'The password is longer than 200 characters.');
