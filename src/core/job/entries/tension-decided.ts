import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const body = z.object({
  belt: z.string().min(1).max(60),
  act: z.enum(['leave', 'adjust', 'replace']),
  /** Advice, with its reasons in words. */
  advised: z.enum(['free-first', 'align-first', 'read-first', 'brake-first', 'leave', 'adjust', 'replace']),
  because: z.string().max(1000),
  /** Where it is set, where it is adjusted. */
  to: z
    .object({
      id: z.string().min(1).max(60),
      label: z.string().min(1).max(200),
      position: z.number(),
      placeIn: z.enum(['length', 'angle']),
    })
    .nullable(),
  hoursGained: z.number().nonnegative().nullable(),
  /** Price of the belt that was not bought, cents. */
  savedCents: z.int().nonnegative().nullable(),
  /** Why the technician decides otherwise; '' where it is as advised. */
  reason: z.string().trim().max(500, 'The reason is longer than 500 characters.'),
});
export type TensionDecided = z.infer<typeof body>;

/** Decision to leave, adjust or replace, with the advice. */
export const tensionDecided = entryKind<TensionDecided>({
  form: { what: 'this decision', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  refuse: ({ act, advised, reason }) =>
    act !== advised && reason === ''
      ? { field: 'reason', problem: 'This differs from the recommendation. Enter a reason for the ticket.' }
      : null,
  undoable: true,
  name: ({ act }) => `decision to ${act}`,
});
