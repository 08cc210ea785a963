/** What tests look at beside what screens use. */
export { useKeptActs } from './provider';
export { openOutbox } from './sender';
export { keptActs } from './store';
