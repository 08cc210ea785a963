import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { faults } from '@/db';
import { defineCommand } from '@/server';

export const traceCommands = {
  /** Correction of the fault base by an owner. Null restores the supplied value. */
  'faults.correct': defineCommand(COMMAND_CONTRACTS['faults.correct'], {
    apply: ({ db, person, doneAt }, correction) => faults.correctBase(db, { personId: person.id, at: doneAt }, correction),
  }),
} as const;
