import { database, jobs } from '@/db';
import { BenchScreen } from '@/features/bench/bench-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Bench' };

export default async function BenchPage() {
  const { shopId } = await requirePerson();
  return <BenchScreen jobs={await jobs.listJobs(database(), shopId)} />;
}
