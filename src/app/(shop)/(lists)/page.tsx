import { database, jobLists, trials } from '@/db';
import { BenchScreen } from '@/features/bench/bench-screen';
import { currentShop, requirePerson, rowsOf } from '@/server';
import { listAsked } from '@/server/params';

export const metadata = { title: 'Jobs' };

/** Open jobs that the bench shows at once. */
const OPEN_SHOWN = 200;

export default async function BenchPage({ searchParams }: PageProps<'/'>) {
  const { shopId } = await requirePerson();
  const db = database();
  const asked = listAsked(await searchParams);
  const { limits } = await currentShop();
  const [open, closed, due] = await Promise.all([
    jobLists.openJobs(db, shopId, { limit: OPEN_SHOWN }),
    jobLists.closedJobs(db, shopId, rowsOf(asked)),
    trials.dueTrials(db, shopId, limits.trialDays, new Date()),
  ]);
  return <BenchScreen open={open} closed={closed} asked={asked} due={due} />;
}
