import 'server-only';
import * as z from 'zod';
import { validateDrive, type Drive } from '@/core/drive';
import { drives } from '@/db';
import { defineCommand } from '@/server';
import { driveNotSaved } from '../messages';

/** A drive from the screen or a file, validated again here: the stored document is always a valid drive file. */
const document = z.unknown().transform((value, context): Drive => {
  const read = validateDrive(value);
  if (read.ok) return read.drive;
  context.addIssue({ code: 'custom', message: driveNotSaved(read.problems) });
  return z.NEVER;
});

const id = z.number().int();
const nameless = (drive: Drive) =>
  drive.name.trim() === ''
    ? { ok: false as const, reason: 'invalid' as const, field: 'name', problem: 'Enter a name for the drive.' }
    : null;

export const driveCommands = {
  'drive.add': defineCommand({
    role: 'technician',
    input: z.object({ document }),
    apply: async ({ db, person, now }, { document: drive }) => {
      const refused = nameless(drive);
      if (refused) return refused;
      const made = await drives.addDrive(db, drive, person.name, now);
      return { ok: true, value: { id: made.id, version: made.version } };
    },
  }),

  'drive.save': defineCommand({
    role: 'technician',
    input: z.object({ id, version: z.number().int(), document }),
    apply: async ({ db, person, now }, input) =>
      nameless(input.document) ?? drives.saveDrive(db, input.id, input.version, input.document, person.name, now),
  }),

  'drive.remove': defineCommand({
    role: 'technician',
    input: z.object({ id }),
    apply: ({ db }, input) => drives.removeDrive(db, input.id),
  }),
} as const;
