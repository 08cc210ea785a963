import { MachineFacts } from '@/features/machines/known-screen';
import { readKnown } from '@/server/queries/machines';
import { firstAnswer } from '@/server';
import { idOf } from '@/server/params';

export default async function KnownPage({ params }: PageProps<'/machines/[id]/known'>) {
  const input = await idOf(params);
  return <MachineFacts input={input} first={await firstAnswer(readKnown, input)} />;
}
