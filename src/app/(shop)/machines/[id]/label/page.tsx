import { MachineLabel } from '@/features/machines/label-screen';
import { readLabel } from '@/server/queries/machines';
import { firstAnswer } from '@/server';
import { idOf } from '@/server/params';

export default async function LabelPage({ params }: PageProps<'/machines/[id]/label'>) {
  const input = await idOf(params);
  return <MachineLabel input={input} first={await firstAnswer(readLabel, input)} />;
}
