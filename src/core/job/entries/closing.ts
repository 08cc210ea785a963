import * as z from 'zod';
import { bySchema, storedObject } from '../../stored';
import { ENDINGS, handBackOf, mayEnd } from '../hand-back';
import { truncate } from '../truncate';
import { entryKind } from '../kind';
import { missingInFollowUp, NO_FOLLOW_UP, nextLook } from '../follow-up';

const body = z.object({
  text: z
    .string()
    .trim()
    .min(1, 'Enter the closing line for the customer.')
    .max(2000, 'The text must be at most 2000 characters. Shorten it, or split it in two.'),
  /** Null on lines from before endings were recorded. */
  ending: z.enum(ENDINGS).nullable(),
  /** Reason for returning it although it is not fit to use. */
  why: z.string().trim().max(500, 'The reason is longer than 500 characters.'),
  /** Time and subject of the follow-up; neither without a follow-up. */
  look: nextLook,
  /** Notes for the follow-up. */
  next: z.string().trim().max(500, 'The follow-up is longer than 500 characters.'),
});

/** Closing line of a job, for the person who collects the machine. */
export const closing = entryKind<z.infer<typeof body>>({
  form: {
    what: 'this closing line',
    version: 3,
    upgrades: {
      1: (older) => ({ ...storedObject(older), ending: null, why: '', next: '' }),
      2: (older) => ({ ...storedObject(older), look: NO_FOLLOW_UP }),
    },
    check: bySchema(body),
  },
  fromDevice: true,
  on: 'open',
  refuse: ({ ending, why, look }) =>
    ending === null
      ? { field: 'ending', problem: 'Choose how the job ends.' }
      : ending === 'unfit' && why === ''
        ? { field: 'why', problem: 'Enter the reason for returning it although it is not fit to use.' }
        : missingInFollowUp(look),
  refuseOn: ({ ending }, { role, ...on }) => {
    if (ending === null || !mayEnd(handBackOf(on), ending))
      return 'Brake, release, stop time or belt were not confirmed. Close this job only as not fit to use.';
    return ending === 'unfit' && role !== 'owner' ? 'Not fit to use: an owner must sign this.' : null;
  },
  status: 'closed',
  undoable: false,
  name: ({ text }) => truncate(text, 40),
});

/** A closed job taken up again. */
export const reopening = entryKind<object>({
  form: { what: 'this line', version: 1, upgrades: {}, check: bySchema(z.object({})) },
  fromDevice: true,
  on: 'closed',
  status: 'open',
  undoable: false,
  name: () => 'Job reopened',
});
