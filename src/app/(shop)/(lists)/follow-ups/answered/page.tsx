import { AnsweredScreen } from '@/features/follow-ups/follow-ups-screen';
import { firstAnswer } from '@/server';
import { listQuery } from '@/server/params';
import { listAnswered } from '@/server/queries/follow-ups';

export const metadata = { title: 'Answered follow-ups' };

export default async function AnsweredFollowUpsPage({ searchParams }: PageProps<'/follow-ups/answered'>) {
  const asked = listQuery(await searchParams);
  return <AnsweredScreen first={await firstAnswer(listAnswered, asked)} asked={asked} />;
}
