import { LinkRows, Quiet } from '@/ui/link-rows';
import { Moment } from '@/ui/when';
import type { JobLine } from '@/contract/records';

/** Jobs, one per line: number, subject, a detail and a date. */
export function JobRows({
  jobs,
  aside,
  date,
}: {
  jobs: readonly JobLine[];
  aside: (job: JobLine) => string;
  date: (job: JobLine) => string | null;
}) {
  return (
    <LinkRows
      framed={false}
      columns="60px minmax(0, 1fr) minmax(0, 260px) 110px"
      narrow="60px 1fr"
      rest={2}
      rows={jobs.map((job) => {
        const at = date(job);
        return {
          key: job.id,
          href: `/jobs/${job.number}?stage=book`,
          cells: [
            <span key="number" className="ts-mono">
              {job.number}
            </span>,
            job.title,
            <span key="aside" className="ts-quiet">
              {aside(job)}
            </span>,
            <Quiet key="date">{at ? <Moment at={at} as="day" /> : ''}</Quiet>,
          ],
        };
      })}
    />
  );
}
