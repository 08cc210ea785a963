import { MachinePage } from '@/features/machines/machine-screen';
import { readMachine } from '@/server/queries/machines';
import { firstAnswer } from '@/server';
import { idOf } from '@/server/params';

export default async function Page({ params }: PageProps<'/machines/[id]'>) {
  const input = await idOf(params);
  return <MachinePage input={input} first={await firstAnswer(readMachine, input)} />;
}
