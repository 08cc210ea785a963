import { OpenJobs } from '@/features/job-list/jobs-screen';
import { listClosedJobs, readOpenJobs } from '@/server/queries/jobs';
import { firstAnswer } from '@/server';
import { listQuery } from '@/server/params';

export const metadata = { title: 'Jobs' };

export default async function JobsPage({ searchParams }: PageProps<'/'>) {
  const asked = listQuery(await searchParams);
  const [open, closed] = await Promise.all([firstAnswer(readOpenJobs, {}), firstAnswer(listClosedJobs, asked)]);
  return <OpenJobs input={{}} first={open} closed={closed} asked={asked} />;
}
