import { RIGHT_AS_IT_IS } from '@/core/fault';

/** A chance as it is said: no more sure than the numbers it is made of, and not parted from its sign at the end of a line. */
export const percent = (p: number): string => (p > 0.995 ? 'over 99\u00a0%' : `${Math.round(100 * p)}\u00a0%`);

/** What is said once a cause is dealt with. */
export const dealtWith = (cause: string): string => (cause === RIGHT_AS_IT_IS ? 'Mark as in good order' : 'Mark as repaired');
