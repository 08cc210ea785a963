export const openJobs = (total: number): string => `${total} open ${total === 1 ? 'job' : 'jobs'}, and what each waits for.`;

export const latestOpenJobs = (shown: number, total: number): string =>
  `The latest ${shown} of ${total} open jobs; Find (Ctrl K) finds the others.`;

export const noClosedJobMatches = (find: string): string => `No closed job matches “${find}”.`;
