import * as z from 'zod';
import { isEntryType, kindOf, STAGES, type EntryType, type TypedBody } from '../../core/job';
import { command } from '../declare';
import { jobForm } from '../forms/job';
import { paperData, paperName } from '../forms/paper';
import type { ShelfBelt } from '../records';
import { id } from './places';

const number = z.number().int().positive();
const stage = z.enum(STAGES);

/** An entry that a device wrote: of a kind that it may write, its body as that kind needs it. */
const fromDevice = z.object({ type: z.string(), body: z.unknown() }).transform(({ type, body }, context): TypedBody => {
  const refuse = (message: string, field?: string): never => {
    context.addIssue({ code: 'custom', message, path: field === undefined ? [] : [field] });
    return z.NEVER;
  };
  if (!isEntryType(type)) return refuse('The server does not know this kind of entry. Reload the page to get the newer version.');
  return checkedBody(type, body, refuse);
});

function checkedBody<T extends EntryType>(type: T, body: unknown, refuse: (message: string, field?: string) => never): TypedBody {
  const kind = kindOf(type);
  if (!kind.fromDevice) return refuse('Only the server can write this kind of entry.');
  const checked = kind.form.check(body);
  // The place of a complaint helps a reader of stored rows, but not the person at the form.
  if (!checked.ok) return refuse(checked.problem.replace(/^[a-z]+: /i, ''));
  const wrong = kind.refuse?.(checked.value);
  return wrong ? refuse(wrong.problem, wrong.field) : ({ type, body: checked.value } as TypedBody);
}

interface Written {
  readonly entryId: number;
}

export const jobCommands = {
  'job.open': command<{ readonly number: number }>()('technician', jobForm),
  'job.write': command<Written>()('technician', z.object({ number, stage, entry: fromDevice })),
  /** A picture with its line on the ticket. */
  'job.picture': command<Written>()(
    'technician',
    z.object({ number, stage, shows: paperName, about: z.string().max(200), data: paperData }),
  ),
  /** Parts from stock for a job. */
  'job.fit-part': command<Written>()(
    'technician',
    z.object({
      number,
      stage,
      partId: z.number({ error: 'Choose the part.' }).int(),
      quantity: z
        .number({ error: 'Enter the number of parts.' })
        .int('Enter a whole number of parts.')
        .min(1, 'Enter at least one.')
        .max(1000, 'Enter at most 1000.'),
    }),
  ),
  /** Result of a used substitute. */
  'trial.answer': command<null>()(
    'technician',
    z.object({ entryId: id, worked: z.boolean(), note: z.string().trim().max(500, 'The note is longer than 500 characters.') }),
  ),
  'job.take-back': command<{ readonly said: string }>()('technician', z.object({ number, entryId: id })),
  'job.choose-drive': command<null>()('technician', z.object({ number, driveId: id, beltId: z.string().max(60) })),
  /** Uses a belt from stock. */
  'job.book': command<Written, ShelfBelt>()(
    'technician',
    z.object({
      number,
      shelfBeltId: id,
      shelfVersion: z.number().int(),
      reason: z.string().trim().max(500, 'The reason is longer than 500 characters.'),
    }),
  ),
} as const;
