import { DrivePage } from '@/features/drives/ask-screen';
import { readDrive } from '@/server/queries/drives';
import { firstAnswer } from '@/server';
import { idOf } from '@/server/params';

export default async function Page({ params }: PageProps<'/drives/[id]'>) {
  const input = await idOf(params);
  return <DrivePage input={input} first={await firstAnswer(readDrive, input)} />;
}
