export { OutboxProvider, useQueuedCommands, useOutbox, useSignedOut } from './provider';
export { isOwnCommand, NO_ANSWER, post, type Answer } from './sender';
export { drop, dropAll, queuedCommands, type QueuedCommand } from './store';
