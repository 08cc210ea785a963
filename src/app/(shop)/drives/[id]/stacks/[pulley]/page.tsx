import { StackOfPulley } from '@/features/jobs/stack/job-stack-screen';
import { readStack } from '@/server/queries/stacks';
import { firstAnswer } from '@/server';
import { idOf, wholeNumber } from '@/server/params';

export default async function StackPage({ params, searchParams }: PageProps<'/drives/[id]/stacks/[pulley]'>) {
  const input = {
    drive: (await idOf(params)).id,
    pulley: decodeURIComponent((await params).pulley),
    job: wholeNumber((await searchParams)['job']),
  };
  return <StackOfPulley input={input} first={await firstAnswer(readStack, input)} />;
}
