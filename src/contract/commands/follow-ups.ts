import * as z from 'zod';
import { FOLLOW_UP_ANSWERS, followUpRules } from '../../core/follow-up';
import { command } from '../declare';
import type { StoredRules } from '../records';
import { id } from './places';

/** Earliest and latest date to which a follow-up is postponed. */
const DATE = /^20\d\d-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01])$/;

const answer = z
  .object({
    machineId: id,
    source: z.string().max(120),
    subject: z.string().trim().max(300),
    answer: z.enum(FOLLOW_UP_ANSWERS),
    reason: z.string().trim().max(500, 'The reason is longer than 500 characters.'),
    /** Only for a postponed one. */
    until: z.string().regex(DATE, 'Enter the date to postpone it to.').nullable(),
  })
  .superRefine(({ answer: given, reason, until }, context) => {
    if (given === 'postponed' && until === null)
      context.addIssue({ code: 'custom', path: ['until'], message: 'Enter the date to postpone it to.' });
    if (reason === '' && given !== 'done') context.addIssue({ code: 'custom', path: ['reason'], message: 'Enter a reason.' });
  });

export const followUpCommands = {
  'follow-up.answer': command<{ readonly id: number }>()('technician', answer),
  'follow-up.undo': command<null>()('technician', z.object({ id })),
  'follow-up.rules': command<StoredRules, StoredRules>()('owner', z.object({ version: z.number().int(), rules: followUpRules })),
  /** Adds the address of a calendar. Its token is made on the device, shown there once, and stored as a digest only. */
  'calendar.add': command<{ readonly id: number }>()(
    'technician',
    z.object({
      name: z.string().trim().min(1, 'Enter a name for this address.').max(80, 'The name is longer than 80 characters.'),
      token: z.string().regex(/^[\w-]{32}$/, 'The address is invalid. Reload the page and try again.'),
    }),
  ),
  'calendar.revoke': command<null>()('technician', z.object({ id })),
} as const;
