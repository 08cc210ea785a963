import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

export const TIMED = ['engagement', 'stop'] as const;
export type TimedWhat = (typeof TIMED)[number];

const body = z.object({
  what: z.enum(TIMED),
  seconds: z
    .number({ error: 'Enter the time in seconds.' })
    .min(0.1, 'Enter at least 0.1 s. Time it again.')
    .max(600, 'Enter at most 600 s.'),
  /** As it came in, or after the work. */
  when: z.enum(['found', 'proved']),
  /** Limit, s; null without one. */
  limitS: z.number().positive().nullable(),
  how: z.enum(['stopwatch', 'typed']),
});
export type Timed = z.infer<typeof body>;

/** An engagement or stop time. */
export const timed = entryKind<Timed>({
  form: { what: 'this time', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ what, seconds }) => `${what} ${seconds} s`,
});
