import 'server-only';
import type { CommandKind } from '@/contract/keys';
import type { AnyCommand, CommandRegistry } from '@/server';
import { accountCommands } from '../account/commands';
import { driveCommands } from '../drives/commands';
import { jobCommands } from '../jobs/commands';
import { customerCommands } from '../customers/commands';
import { machineCommands } from '../machines/commands';
import { paperCommands } from '../papers/commands';
import { practiceCommands } from '../practice/commands';
import { shelfCommands } from '../shelf/commands';
import { shopCommands } from '../shop/commands';
import { stackCommands } from '../stacks/commands';
import { surveyCommands } from '../survey/commands';
import { traceCommands } from '../trace/commands';
import { SECRET_COMMANDS } from './secret';

/** All commands by kind. Kinds that devices may still hold keep their names, or get a successor. */
export const COMMANDS = {
  ...accountCommands,
  ...customerCommands,
  ...driveCommands,
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
