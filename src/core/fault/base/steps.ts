/**
 * Probability that a present cause shows in a check or complaint, in six steps. Unlisted causes have no effect. A check
 * that defines a cause sees the cause itself: a brake that stays off, or a missing link.
 */
export const STEPS = { defines: 0.995, always: 0.97, usually: 0.8, 'as-often-as-not': 0.5, sometimes: 0.25, seldom: 0.08 } as const;
export type Step = keyof typeof STEPS;

/** Probability that a check or complaint shows without any of its causes. */
export const LEAKS = { never: 0.005, rarely: 0.02, 'now-and-then': 0.08, common: 0.2 } as const;
export type Leak = keyof typeof LEAKS;
