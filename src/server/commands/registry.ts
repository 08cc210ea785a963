import 'server-only';
import type { CommandKind } from '@/contract/keys';
import type { AnyCommand, CommandRegistry } from '@/server';
import { accountCommands } from './account';
import { driveCommands } from './drives';
import { followUpCommands } from './follow-ups';
import { jobCommands } from './jobs';
import { customerCommands } from './customers';
import { machineCommands } from './machines';
import { paperCommands } from './papers';
import { practiceCommands } from './practice';
import { shelfCommands } from './shelf';
import { shopCommands } from './shop';
import { stackCommands } from './stacks';
import { surveyCommands } from './survey';
import { traceCommands } from './trace';
import { SECRET_COMMANDS } from '@/contract/secret';

/** All commands by kind. Kinds that devices may still hold keep their names, or get a successor. */
export const COMMANDS = {
  ...accountCommands,
  ...customerCommands,
  ...driveCommands,
  ...followUpCommands,
  ...jobCommands,
  ...machineCommands,
  ...paperCommands,
  ...practiceCommands,
  ...shelfCommands,
  ...shopCommands,
  ...stackCommands,
  ...surveyCommands,
  ...traceCommands,
} as const satisfies Record<CommandKind, AnyCommand>;
export type Commands = typeof COMMANDS;

export const COMMAND_REGISTRY: CommandRegistry = { commands: COMMANDS, secret: SECRET_COMMANDS };
