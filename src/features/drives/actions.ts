'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';
import { validateDrive, type Drive } from '@/core/drive';
import { drives, jobs, machines } from '@/db';
import { action, listInput, rowsOf } from '@/server';

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

export const listDrives = action('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await drives.listDrives(db, person.shopId, rowsOf(ask)),
}));

const typed = z.object({ find: z.string().max(200) });
const CHOICES = 20;

export const chooseDrive = action('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await drives.listDrives(db, person.shopId, { find, limit: CHOICES, uncounted: true })).rows.map(({ id, name }) => ({
    id,
    label: name,
  })),
}));

/** The drives of a machine with their belts, for a job on it. */
export const drivesOfMachine = action('viewer', z.object({ machineId: z.number().int() }), async ({ db, person }, { machineId }) => {
  const machine = await machines.findMachine(db, person.shopId, machineId);
  return { ok: true, value: machine ? (await drives.drivesOf(db, person.shopId, machine.driveIds)).map(drives.summaryOf) : [] };
});

/** Open jobs, to put something on one of them. */
export const chooseOpenJob = action('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await jobs.openJobs(db, person.shopId, { find, limit: CHOICES, uncounted: true })).rows.map(({ number, title, machine }) => ({
    id: number,
    label: `${number} ${title}`,
    detail: machine,
  })),
}));
