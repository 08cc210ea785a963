import type { AnyContract, CommandContract } from '../declare';
import type { CommandKind } from '../keys';
import { driveCommands } from './drives';
import { followUpCommands } from './follow-ups';
import { jobCommands } from './jobs';
import { machineCommands } from './machines';
import { peopleCommands } from './people';
import { practiceCommands } from './practice';
import { stockCommands } from './stock';

/** All commands by kind. Kinds that devices may still hold keep their names, or get a successor. */
export const COMMAND_CONTRACTS = {
  ...driveCommands,
  ...followUpCommands,
  ...jobCommands,
  ...machineCommands,
  ...peopleCommands,
  ...practiceCommands,
  ...stockCommands,
} as const satisfies Record<CommandKind, AnyContract>;

type Contracts = typeof COMMAND_CONTRACTS;
export type CommandInput<K extends CommandKind> = Contracts[K] extends CommandContract<infer I, infer _R, infer _C> ? I : never;
export type CommandResult<K extends CommandKind> = Contracts[K] extends CommandContract<infer _I, infer R, infer _C> ? R : never;
/** Current record in the answer to a stale change. */
export type CommandCurrent<K extends CommandKind> = Contracts[K] extends CommandContract<infer _I, infer _R, infer C> ? C : never;
