import 'server-only';
import { COMMAND_CONTRACTS } from '@/contract/commands';
import { stacks } from '@/db';
import { defineCommand } from '@/server';

export const stackCommands = {
  /** Keeps the bolt-up at a pulley; null takes it away. */
  'stack.save': defineCommand(COMMAND_CONTRACTS['stack.save'], {
    apply: ({ db, person, doneAt }, { stack, ...at }) => stacks.saveStack(db, { personId: person.id, at: doneAt }, at, stack),
  }),
} as const;
