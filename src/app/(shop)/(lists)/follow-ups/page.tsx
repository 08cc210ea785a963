import { DueScreen } from '@/features/follow-ups/follow-ups-screen';
import { firstAnswer } from '@/server';
import { listQuery } from '@/server/params';
import { listDue } from '@/server/queries/follow-ups';

export const metadata = { title: 'Follow-ups' };

export default async function FollowUpsPage({ searchParams }: PageProps<'/follow-ups'>) {
  const asked = listQuery(await searchParams);
  return <DueScreen first={await firstAnswer(listDue, asked)} asked={asked} />;
}
