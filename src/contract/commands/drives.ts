import * as z from 'zod';
import { validateDrive, type Drive } from '../../core/drive';
import { correctionProblem, vocabulary } from '../../core/fault';
import { stackShape } from '../../core/stack';
import { validateNotebook, type Notebook } from '../../core/survey';
import { command } from '../declare';
import { driveNotSaved, entryNotSaved } from '../messages';
import type { StoredDrive, StoredNotebook } from '../records';
import { id, place } from './places';

/** A drive from the screen or a file. The stored document is always a valid drive file. */
const drive = z.unknown().transform((value, context): Drive => {
  const read = validateDrive(value);
  if (read.ok) return read.drive;
  context.addIssue({ code: 'custom', message: driveNotSaved(read.problems) });
  return z.NEVER;
});

const notebook = z.unknown().transform((value, context): Notebook => {
  const read = validateNotebook(value);
  if (read.ok) return read.notebook;
  context.addIssue({ code: 'custom', message: entryNotSaved(read.problems[0]?.path ?? '', read.problems[0]?.message ?? '') });
  return z.NEVER;
});

const text = z.string().trim().max(200, 'The text must be at most 200 characters. Shorten it.');
interface Version {
  readonly version: number;
}

export const driveCommands = {
  'drive.add': command<Version & { readonly id: number }>()('technician', z.object({ document: drive })),
  'drive.save': command<StoredDrive, StoredDrive>()('technician', place.extend({ document: drive })),
  /** Returns the deleted drive, so that it can be added again. */
  'drive.remove': command<StoredDrive | null>()('technician', z.object({ id })),
  /** Stores the hardware stack at a pulley. Null deletes it. */
  'stack.save': command<Version, Version>()(
    'technician',
    z.object({ driveId: id, pulley: z.string().min(1).max(60), version: z.number().int().min(0), stack: stackShape.nullable() }),
  ),
  'notebook.add': command<{ readonly id: number }>()('technician', z.object({ document: notebook, machineId: id.nullable().optional() })),
  'notebook.save': command<Version, StoredNotebook>()('technician', place.extend({ document: notebook })),
  'notebook.remove': command<StoredNotebook | null>()('technician', z.object({ id })),
  /** Makes the drive of a stored notebook. */
  'notebook.make-drive': command<{ readonly driveId: number }>()('technician', place),
  /** Correction of the fault base by an owner. Null restores the supplied value. */
  'faults.correct': command<null>()(
    'owner',
    z.object({ cause: text, subject: text, value: text.nullable(), because: text }).superRefine(({ value, ...rest }, context) => {
      if (value === null) return;
      const problem = correctionProblem(vocabulary(), { ...rest, value });
      if (problem !== null) context.addIssue({ code: 'custom', message: problem });
      else if (rest.because === '')
        context.addIssue({ code: 'custom', path: ['because'], message: 'Enter a reason. The next reader needs it.' });
    }),
  ),
} as const;
