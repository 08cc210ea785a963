export { OutboxProvider, useKeptActs, useOutbox } from './provider';
export { NO_ANSWER, post, type Answer } from './sender';
export { drop, dropAll, keptActs, type KeptAct } from './store';
