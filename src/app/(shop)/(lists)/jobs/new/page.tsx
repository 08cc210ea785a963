import { NewJobScreen } from '@/features/jobs/new-job-screen';
import { readNewJob } from '@/server/queries/jobs';
import { firstAnswer } from '@/server';
import { wholeNumber } from '@/server/params';

export const metadata = { title: 'Open a job' };

export default async function NewJobPage({ searchParams }: PageProps<'/jobs/new'>) {
  const { machine, own } = await firstAnswer(readNewJob, { machine: wholeNumber((await searchParams)['machine']) });
  return <NewJobScreen machine={machine} own={own} />;
}
