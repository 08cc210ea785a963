import { JobScreen } from '@/features/jobs/job-screen';
import { drivesOfJob, readJob } from '@/server/queries/jobs';
import { firstAnswer } from '@/server';
import { numberOf } from '@/server/params';

/**
 * A job at any stage. It is a layout, since the router replaces a page with each address. The stage is in the address,
 * and typed text must survive its change.
 */
export default async function JobLayout({ children, params }: LayoutProps<'/jobs/[number]'>) {
  const input = await numberOf(params);
  const [job, drives] = await Promise.all([firstAnswer(readJob, input), firstAnswer(drivesOfJob, input)]);
  return (
    <>
      <JobScreen key={job.number} first={job} firstDrives={drives} />
      {children}
    </>
  );
}
