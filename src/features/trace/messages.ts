import { RIGHT_AS_IT_IS } from '@/core/fault';

/** A printed probability: no more precise than its inputs, and never separated from its sign at the end of a line. */
export const percent = (p: number): string => (p > 0.995 ? 'over 99%' : `${Math.round(100 * p)}%`);

/** Label after a cause is dealt with. */
export const dealtWith = (cause: string): string => (cause === RIGHT_AS_IT_IS ? 'Mark as in good order' : 'Mark as repaired');

export const noneConfirmed = (jobs: number): string =>
  `No cause was confirmed on your jobs of this kind yet. The supplied values count as ${jobs} jobs. Each confirmed repair changes them.`;

export const confirmedOn = (jobs: number, worthJobs: number): string =>
  `Confirmed on ${jobs} of your ${jobs === 1 ? 'job' : 'jobs'} of this kind. The supplied values count as ${worthJobs} jobs. A repair that is struck out on its ticket no longer counts.`;

export const noCauseMatches = (find: string): string => `No cause matches “${find}”.`;

export const lessLikely = (why: string): string => `Makes it less likely. ${why}`;

export const earlierWork = (words: string, usedParts: boolean): string =>
  `Earlier work: “${words}”. Which of these was repaired, and the complaint continued?${usedParts ? ' Used parts can have the same fault. In that case, choose none.' : ''}`;

export const checkBeforeRefitting = (minutes: number): string => `Check before refitting, ${minutes} min in all`;

export const removedNow = (parts: string): string => `Removed now: ${parts}. These checks need nothing more removed.`;

export const showMoreChecks = (count: number): string => `Show ${count} more checks`;

export const findingsContradict = (checks: readonly string[]): string =>
  `These findings contradict each other: ${checks.join(', ')}. Repeat ${checks.length === 1 ? 'it' : 'one of these checks'}.`;

export const calculatedFromDrawing = (results: string): string => `Calculated from the drawing and its readings: ${results}.`;
