/** Exports for tests, besides those for screens. */
export { useQueuedCommands } from './provider';
export { openOutbox } from './sender';
export { queuedCommands } from './store';
