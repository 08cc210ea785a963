import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import type { Drive } from '@/core/drive';
import { drives } from '@/db';
import { defineCommand } from '@/server';

const nameless = (drive: Drive) =>
  drive.name.trim() === ''
    ? { ok: false as const, reason: 'invalid' as const, field: 'name', problem: 'Enter a name for the drive.' }
    : null;

export const driveCommands = {
  'drive.add': defineCommand(COMMAND_CONTRACTS['drive.add'], {
    apply: async ({ db, person, now }, { document: drive }) => {
      const refused = nameless(drive);
      if (refused) return refused;
      const made = await drives.addDrive(db, drive, person.name, now);
      return { ok: true, value: { id: made.id, version: made.version } };
    },
  }),

  'drive.save': defineCommand(COMMAND_CONTRACTS['drive.save'], {
    apply: async ({ db, person, now }, input) =>
      nameless(input.document) ?? drives.saveDrive(db, input.id, input.version, input.document, person.name, now),
  }),

  'drive.remove': defineCommand(COMMAND_CONTRACTS['drive.remove'], {
    apply: ({ db }, input) => drives.removeDrive(db, input.id),
  }),
} as const;
