'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';
import { validateDrive, type Drive } from '@/core/drive';
import { drives } from '@/db';
import { action } from '@/server';

/** A drive from the screen or a file, validated again here: the stored document is always a valid drive file. */
const document = z.unknown().transform((value, context): Drive => {
  const read = validateDrive(value);
  if (read.ok) return read.drive;
  const [first] = read.problems;
  context.addIssue({
    code: 'custom',
    message: `The drive cannot be kept yet. ${first ? `${first.path ? `${first.path}: ` : ''}${first.message}` : ''}${read.problems.length > 1 ? ` (and ${read.problems.length - 1} more)` : ''}.`,
  });
  return z.NEVER;
});

const refresh = () => {
  revalidatePath('/drives', 'layout');
  revalidatePath('/jobs', 'layout');
};

export const addDrive = action('technician', z.object({ document }), async ({ db, person, now }, input) => {
  if (input.document.name.trim() === '') return { ok: false, reason: 'invalid', field: 'name', problem: 'Give the drive a name.' };
  const made = await drives.addDrive(db, person.shopId, input.document, person.name, now);
  refresh();
  return { ok: true, value: { id: made.id, version: made.version } };
});

export const saveDrive = action(
  'technician',
  z.object({ id: z.number().int(), version: z.number().int(), document }),
  async ({ db, person, now }, input) => {
    if (input.document.name.trim() === '') return { ok: false, reason: 'invalid', field: 'name', problem: 'Give the drive a name.' };
    const result = await drives.saveDrive(db, person.shopId, input.id, input.version, input.document, person.name, now);
    if (result.ok) refresh();
    return result;
  },
);

export const removeDrive = action('technician', z.object({ id: z.number().int() }), async ({ db, person }, { id }) => {
  const result = await drives.removeDrive(db, person.shopId, id);
  if (result.ok) refresh();
  return result;
});
