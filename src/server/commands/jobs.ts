import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { drives, isUnreadable, jobs, shelf, tickets, trials } from '@/db';
import { defineCommand, type CommandContext } from '@/server';
import { compute } from '@/server/compute';
import { preparePaper } from '@/server/paper';
import { candidateOf, isExact, runsOn } from '@/services/candidates';
import { bookingOf } from '@/services/belt-use';

const writer = ({ person, doneAt }: CommandContext): tickets.Writer => ({
  personId: person.id,
  at: doneAt,
  role: person.role,
});

export const jobCommands = {
  'job.open': defineCommand(COMMAND_CONTRACTS['job.open'], {
    apply: ({ db, doneAt }, job) => jobs.openJob(db, job, doneAt),
  }),

  'job.write': defineCommand(COMMAND_CONTRACTS['job.write'], {
    apply: (context, { number: n, stage: at, entry }) => tickets.writeEntry(context.db, writer(context), n, at, entry),
  }),

  /** A picture with its line on the ticket. */
  'job.picture': defineCommand(COMMAND_CONTRACTS['job.picture'], {
    prepare: async (_context, { data }) => preparePaper(data),
    apply: (context, { number: n, stage: at, shows, about }, paper) =>
      tickets.addPicture(context.db, writer(context), n, at, { shows, about, ...paper }),
  }),

  /** Parts from stock for a job. */
  'job.fit-part': defineCommand(COMMAND_CONTRACTS['job.fit-part'], {
    apply: (context, { number: n, stage: at, ...part }) => tickets.fitPart(context.db, writer(context), n, at, part),
  }),

  /** Result of a used substitute. */
  'trial.answer': defineCommand(COMMAND_CONTRACTS['trial.answer'], {
    apply: (context, { entryId, ...answer }) => trials.answerTrial(context.db, writer(context), entryId, answer),
  }),

  'job.take-back': defineCommand(COMMAND_CONTRACTS['job.take-back'], {
    apply: (context, { number: n, entryId }) => tickets.voidEntry(context.db, writer(context), n, entryId),
  }),

  'job.choose-drive': defineCommand(COMMAND_CONTRACTS['job.choose-drive'], {
    apply: (context, { number: n, driveId, beltId }) => tickets.chooseDrive(context.db, writer(context), n, driveId, beltId),
  }),

  /**
   * Uses a belt from stock. The verdict is computed here from the stored drive and stock. A stale or forged screen
   * cannot record a wrong one. A substitute, and a belt that does not run, need a reason.
   */
  'job.book': defineCommand(COMMAND_CONTRACTS['job.book'], {
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
