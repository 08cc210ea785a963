import { RIGHT_AS_IT_IS } from '@/core/fault';

/** A printed probability: no more precise than its inputs, and never separated from its sign at the end of a line. */
export const percent = (p: number): string => (p > 0.995 ? 'over 99%' : `${Math.round(100 * p)}%`);

/** Label after a cause is dealt with. */
export const dealtWith = (cause: string): string => (cause === RIGHT_AS_IT_IS ? 'Mark as in good order' : 'Mark as repaired');
