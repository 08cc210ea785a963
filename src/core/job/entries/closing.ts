import * as z from 'zod';
import { bySchema, keptObject } from '../../stored';
import { ENDINGS, handBackOf, mayEnd } from '../hand-back';
import { truncate } from '../truncate';
import { entryKind } from '../kind';
import { missingOfLook, NO_LOOK, nextLook } from '../follow-up';

const body = z.object({
  text: z
    .string()
    .trim()
    .min(1, 'Write what the customer should know.')
    .max(2000, 'That is longer than 2000 characters; shorten it or split it in two.'),
  /** Null on lines from before endings were recorded. */
  ending: z.enum(ENDINGS).nullable(),
  /** Reason for returning it although it is not safe to use. */
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
      1: (older) => ({ ...keptObject(older), ending: null, why: '', next: '' }),
      2: (older) => ({ ...keptObject(older), look: NO_LOOK }),
    },
    check: bySchema(body),
  },
  fromDevice: true,
  on: 'open',
  refuse: ({ ending, why, look }) =>
    ending === null
      ? { field: 'ending', problem: 'Say how the job ends.' }
      : ending === 'unfit' && why === ''
        ? { field: 'why', problem: 'Enter the reason for returning it although it is not safe to use.' }
        : missingOfLook(look),
  refuseOn: ({ ending }, { role, ...on }) => {
    if (ending === null || !mayEnd(handBackOf(on), ending))
      return 'Brake, release, stop time or belt were not confirmed. Close this job only as not safe to use.';
    return ending === 'unfit' && role !== 'owner' ? 'Not safe to use: an owner must sign this.' : null;
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
