import { PartsScreen } from '@/features/shelf/parts-screen';
import { listParts } from '@/server/queries/shelf';
import { firstAnswer } from '@/server';
import { listQuery } from '@/server/params';

export const metadata = { title: 'Parts' };

export default async function PartsPage({ searchParams }: PageProps<'/shelf/parts'>) {
  const asked = listQuery(await searchParams);
  return <PartsScreen first={await firstAnswer(listParts, asked)} asked={asked} />;
}
