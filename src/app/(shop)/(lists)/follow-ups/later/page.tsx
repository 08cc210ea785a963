import { LaterScreen } from '@/features/follow-ups/follow-ups-screen';
import { firstAnswer } from '@/server';
import { listQuery } from '@/server/params';
import { listLater } from '@/server/queries/follow-ups';

export const metadata = { title: 'Later follow-ups' };

export default async function LaterFollowUpsPage({ searchParams }: PageProps<'/follow-ups/later'>) {
  const asked = listQuery(await searchParams);
  return <LaterScreen first={await firstAnswer(listLater, asked)} asked={asked} />;
}
