import * as z from 'zod';
import { bySchema } from '../../stored';
import { shortened } from '../shortened';
import { entryKind } from '../kind';

const body = z.object({
  text: z
    .string()
    .trim()
    .min(1, 'Write what the customer should know.')
    .max(2000, 'That is longer than 2000 characters; shorten it or split it in two.'),
});

/** The line a job is closed with, for whoever fetches the machine. */
export const closing = entryKind<z.infer<typeof body>>({
  form: { what: 'this closing line', version: 1, upgrades: {}, check: bySchema(body) },
  fromDevice: true,
  on: 'open',
  write: (job) => ({ job: { status: 'closed', stages: { ...job.stages, book: 'done' } } }),
  takeBack: null,
  name: ({ text }) => shortened(text, 40),
});

/** A closed job taken up again. */
export const reopening = entryKind<object>({
  form: { what: 'this line', version: 1, upgrades: {}, check: bySchema(z.object({})) },
  fromDevice: true,
  on: 'closed',
  write: (job) => ({ job: { status: 'open', stages: { ...job.stages, book: 'under-way' } } }),
  takeBack: null,
  name: () => 'Job reopened',
});
