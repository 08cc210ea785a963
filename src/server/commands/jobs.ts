import 'server-only';
import * as z from 'zod';
import { isEntryType, kindOf, STAGES, type EntryType, type TypedBody } from '@/core/job';
import { drives, isUnreadable, jobs, shelf, tickets, trials } from '@/db';
import { defineCommand, type CommandContext } from '@/server';
import { compute } from '@/server/compute';
import { paperData, preparePaper } from '@/server/paper';
import { candidateOf, isExact, runsOn } from '@/services/candidates';
import { bookingOf } from '@/services/belt-use';
import { paperName } from '@/contract/forms/paper';
import { jobForm } from '@/contract/forms/job';

const number = z.number().int().positive();
const stage = z.enum(STAGES);
const writer = ({ person, doneAt }: CommandContext): tickets.Writer => ({
  personId: person.id,
  at: doneAt,
  role: person.role,
});

/** An entry that a device wrote: of a kind that it may write, its body as that kind asks. */
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

export const jobCommands = {
  'job.open': defineCommand({
    role: 'technician',
    input: jobForm,
    apply: ({ db, doneAt }, job) => jobs.openJob(db, job, doneAt),
  }),

  'job.write': defineCommand({
    role: 'technician',
    input: z.object({ number, stage, entry: fromDevice }),
    apply: (context, { number: n, stage: at, entry }) => tickets.writeEntry(context.db, writer(context), n, at, entry),
  }),

  /** A picture with its line on the ticket. */
  'job.picture': defineCommand({
    role: 'technician',
    input: z.object({ number, stage, shows: paperName, about: z.string().max(200), data: paperData }),
    prepare: async (_context, { data }) => preparePaper(data),
    apply: (context, { number: n, stage: at, shows, about }, paper) =>
      tickets.addPicture(context.db, writer(context), n, at, { shows, about, ...paper }),
  }),

  /** Parts from stock for a job. */
  'job.fit-part': defineCommand({
    role: 'technician',
    input: z.object({
      number,
      stage,
      partId: z.number({ error: 'Choose the part.' }).int(),
      quantity: z
        .number({ error: 'Enter the number of parts.' })
        .int('Enter a whole number of parts.')
        .min(1, 'Enter at least one.')
        .max(1000, 'Enter at most 1000.'),
    }),
    apply: (context, { number: n, stage: at, ...part }) => tickets.fitPart(context.db, writer(context), n, at, part),
  }),

  /** Result of a used substitute. */
  'trial.answer': defineCommand({
    role: 'technician',
    input: z.object({
      entryId: z.number().int(),
      worked: z.boolean(),
      note: z.string().trim().max(500, 'The note is longer than 500 characters.'),
    }),
    apply: (context, { entryId, ...answer }) => trials.answerTrial(context.db, writer(context), entryId, answer),
  }),

  'job.take-back': defineCommand({
    role: 'technician',
    input: z.object({ number, entryId: z.number().int() }),
    apply: (context, { number: n, entryId }) => tickets.voidEntry(context.db, writer(context), n, entryId),
  }),

  'job.choose-drive': defineCommand({
    role: 'technician',
    input: z.object({ number, driveId: z.number().int(), beltId: z.string().max(60) }),
    apply: (context, { number: n, driveId, beltId }) => tickets.chooseDrive(context.db, writer(context), n, driveId, beltId),
  }),

  /**
   * Uses a belt from stock. The verdict is computed here from the stored drive and stock. A stale or forged screen
   * cannot record a wrong one. A substitute, and a belt that does not run, need a reason.
   */
  'job.book': defineCommand({
    role: 'technician',
    input: z.object({
      number,
      shelfBeltId: z.number().int(),
      shelfVersion: z.number().int(),
      reason: z.string().trim().max(500, 'The reason is longer than 500 characters.'),
    }),
    prepare: async ({ db }, input) => {
      const refuse = (problem: string) => ({ ok: false as const, reason: 'refused' as const, problem });
      const job = await jobs.findJob(db, input.number);
      if (!job || job.driveId === null || job.beltId === null) return refuse('Choose the drive and belt of this job first.');
      const stored = await drives.findDrive(db, job.driveId);
      const belt = await shelf.findShelfBelt(db, input.shelfBeltId);
      if (!stored || !belt) return refuse('The drive or belt was removed while you were editing. Choose again.');
      if (isUnreadable(stored)) return refuse(stored.problem);
      const request = { drive: stored.document, beltId: job.beltId, candidate: candidateOf(belt), uncertainty: stored.uncertainty };
      const computed = await compute('assessBelt', request);
      if (!computed.ok) return computed;
      if (!computed.value) return refuse('The drive cannot be solved as drawn. Correct it in the editor first.');
      const { belt: judged } = computed.value;
      const exact = isExact(stored.document, job.beltId, judged, belt.quantity);
      const runs = runsOn(judged);
      if ((!exact || !runs) && input.reason === '')
        return {
          ok: false,
          reason: 'invalid',
          field: 'reason',
          problem: runs
            ? 'Enter the reason for the substitute. It is shown on the ticket.'
            : 'This belt does not work on this drive. Enter the reason for using it.',
        };
      const body = bookingOf({ drive: stored, beltId: job.beltId, belt, judged: computed.value, reason: input.reason });
      return { ok: true, value: body };
    },
    apply: (context, input, body) => tickets.bookBelt(context.db, writer(context), input.number, input.shelfVersion, body),
  }),
} as const;
