/**
 * How often a check or a complaint shows a cause that is there, in six steps; what is not listed shows nothing of it. A check that defines a cause is the cause seen:
 * a brake seen to stay off, a link seen off.
 */
export const STEPS = { defines: 0.995, always: 0.97, usually: 0.8, 'as-often-as-not': 0.5, sometimes: 0.25, seldom: 0.08 } as const;
export type Step = keyof typeof STEPS;

/** How often a check or complaint shows with none of its causes there. */
export const LEAKS = { never: 0.005, rarely: 0.02, 'now-and-then': 0.08, common: 0.2 } as const;
export type Leak = keyof typeof LEAKS;
