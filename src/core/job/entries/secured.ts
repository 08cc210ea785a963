import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const confirmed = z.object({
  id: z.string().max(60),
  /** As it was confirmed, so that it reads the same next year. */
  words: z.string().max(300),
  /** ISO. */
  at: z.iso.datetime(),
});

const body = z.object({
  /** The whole list, or the short one after a powered test. */
  list: z.enum(['full', 'after-run']),
  cautions: z.array(confirmed).min(1, 'Confirm each line first.').max(40),
});
export type Secured = z.infer<typeof body>;

/** The machine was made safe: each caution with its confirmation. The whole list completes Make safe. */
export const secured = entryKind<Secured>({
  form: { what: 'this list', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ list }) => (list === 'full' ? 'secured' : 'stopped, lead off, PTO off'),
});

const runBody = z.object({ cautions: z.array(confirmed).min(1, 'Confirm each line first.').max(40) });
export type Running = z.infer<typeof runBody>;

/** Start of a powered test, with its list confirmed. The machine is not safe from here on. */
export const running = entryKind<Running>({
  form: { what: 'this list', version: 1, upgrades: {}, check: bySchema(runBody) },
  fromDevice: true,
  on: 'open',
  undoable: false,
  name: () => 'powered test started',
});
