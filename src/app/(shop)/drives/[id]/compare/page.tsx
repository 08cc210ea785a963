import { Comparison } from '@/features/compare/compare-screen';
import { findDrive } from '@/server/queries/drives';
import { firstAnswer } from '@/server';
import { idOf } from '@/server/params';

export default async function ComparePage({ params }: PageProps<'/drives/[id]/compare'>) {
  const input = await idOf(params);
  return <Comparison input={input} first={await firstAnswer(findDrive, input)} />;
}
