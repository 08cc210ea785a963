import { database, jobLists, trials } from '@/db';
import { JobsScreen } from '@/features/job-list/jobs-screen';
import { currentShop, requirePerson, rowsOf } from '@/server';
import { listQuery } from '@/server/params';

export const metadata = { title: 'Jobs' };

/** Number of open jobs on the page. */
const OPEN_SHOWN = 200;

export default async function BenchPage({ searchParams }: PageProps<'/'>) {
  const { shopId } = await requirePerson();
  const db = database();
  const asked = listQuery(await searchParams);
  const { limits } = await currentShop();
  const [open, closed, due] = await Promise.all([
    jobLists.openJobs(db, shopId, { limit: OPEN_SHOWN }),
    jobLists.closedJobs(db, shopId, rowsOf(asked)),
    trials.dueTrials(db, shopId, limits.trialDays, new Date()),
  ]);
  return <JobsScreen open={open} closed={closed} asked={asked} due={due} />;
}
