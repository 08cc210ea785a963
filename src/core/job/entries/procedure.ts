import * as z from 'zod';
import { bySchema } from '../../stored';
import { entryKind } from '../kind';

const text = (what: string, most = 300) => z.string().trim().max(most, `${what} is longer than ${most} characters.`);
const id = z.string().min(1).max(60);

const chosenBody = z.object({ procedure: id, name: text('The name'), why: text('The reason') });
export type Chosen = z.infer<typeof chosenBody>;

/** Procedure of the job, with its reason. The last entry counts. */
export const procedure = entryKind<Chosen>({
  form: { what: 'this choice', version: 1, upgrades: {}, check: bySchema(chosenBody) },
  fromDevice: true,
  on: 'open',
  undoable: true,
  name: ({ name }) => name,
});

export const STEP_OUTCOMES = ['done', 'skipped', 'stopped'] as const;

const stepBody = z.object({
  procedure: id,
  step: id,
  /** Text of the step at that time, so that the ticket does not change later. */
  words: text('The step', 500),
  outcome: z.enum(STEP_OUTCOMES),
  /** Reason for skipping, or the next destination of the job. */
  why: text('The reason', 500),
  readings: z
    .array(
      z.object({
        what: text('The reading', 120),
        /** In the core's unit of its dimension; text where it is in words. */
        value: z.union([z.number().finite(), text('The reading', 300)]),
        in: z.enum(['length', 'force', 'seconds', 'degrees', 'count', 'words']),
        state: z.enum(['released', 'engaged', 'running', 'at rest']).nullable(),
      }),
    )
    .max(12),
  /** From the manual: value with its unit, and page; '' where none was asked. */
  torque: text('The torque', 120),
});
export type StepWritten = z.infer<typeof stepBody>;

/** A step of a procedure: done, skipped with a reason, or stopped. Doing it again adds a round. */
export const step = entryKind<StepWritten>({
  form: { what: 'this step', version: 1, upgrades: {}, check: bySchema(stepBody) },
  fromDevice: true,
  on: 'open',
  refuse: ({ outcome, why }) =>
    outcome !== 'done' && why === '' ? { field: 'why', problem: 'Enter the reason. It is shown until the hand-back.' } : null,
  undoable: true,
  name: ({ words }) => words.slice(0, 40),
});

/** `off` removed, `on` refitted, `new` fitted where there was none, `replaced` by another, `stored` and not refitted in this job. */
export const PART_STATES = ['off', 'on', 'new', 'replaced', 'stored'] as const;

const tallyBody = z.object({
  item: text('The item', 120).pipe(z.string().min(1, 'Enter the name of the part.')),
  count: z
    .number({ error: 'Enter the number of pieces.' })
    .int('Enter a whole number of pieces.')
    .min(1, 'Enter at least one.')
    .max(999, 'Enter at most 999.'),
  way: z.enum(PART_STATES),
  /** Replacement part, or place and end of storage; '' for other states. */
  note: text('The note', 200).default(''),
});
export type Tallied = z.infer<typeof tallyBody>;

/** A part removed, refitted, fitted new, replaced by another, or stored until later. */
export const tally = entryKind<Tallied>({
  form: { what: 'this count', version: 1, upgrades: {}, check: bySchema(tallyBody) },
  fromDevice: true,
  on: 'open',
  refuse: ({ way, note }) =>
    note !== '' || (way !== 'replaced' && way !== 'stored')
      ? null
      : { field: 'note', problem: way === 'replaced' ? 'Enter what replaced it.' : 'Enter until when it is stored, and where.' },
  undoable: true,
  name: ({ item, count, way }) => `${count} ${item} ${way}`,
});
