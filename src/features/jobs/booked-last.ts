import type { BeltBooked } from '@/core/job';
import type { Job } from '@/db';

/** The last belt booked on a job that was not taken back; null where none was. */
export function bookedLast(job: Pick<Job, 'entries'>): BeltBooked | null {
  const entry = job.entries.findLast((e) => e.type === 'belt-booked' && !e.withdrawn);
  return entry?.type === 'belt-booked' ? entry.body : null;
}
