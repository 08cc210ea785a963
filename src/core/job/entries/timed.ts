import * as z from 'zod';
import { bySchema, storedObject } from '../../stored';
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
  how: z.enum(['stopwatch', 'typed', 'sound']),
  /** One standard deviation of a time by sound, s; null for other times, and where a person moved the marks. */
  sdS: z.number().nonnegative().max(60).nullable(),
});
export type Timed = z.infer<typeof body>;

/** An engagement or stop time. */
export const timed = entryKind<Timed>({
  form: { what: 'this time', version: 2, upgrades: { 1: (older) => ({ ...storedObject(older), sdS: null }) }, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ what, seconds }) => `${what} ${seconds} s`,
});
