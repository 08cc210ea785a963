import type { BeltBooked } from '../core/job';
import type { Job } from '../contract/records';

/** The last belt used on a job that is not struck out. Null if there is none. */
export function lastUsedBelt(job: Pick<Job, 'entries'>): BeltBooked | null {
  const entry = job.entries.findLast((e) => e.type === 'belt-booked' && !e.withdrawn);
  return entry?.type === 'belt-booked' ? entry.body : null;
}
