/** Records as queries answer them: plain values that JSON carries without a change. */
export type * from './outcome';
export type * from './shop';
export type * from './access';
export type * from './drives';
export type * from './jobs';
export type * from './follow-ups';
export type * from './machines';
export type * from './stock';
export type * from './practice';
