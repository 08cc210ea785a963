import { database, parts } from '@/db';
import { PartsScreen } from '@/features/shelf/parts-screen';
import { requirePerson, rowsOf } from '@/server';
import { listQuery } from '@/server/params';

export const metadata = { title: 'Parts' };

export default async function PartsPage({ searchParams }: PageProps<'/shelf/parts'>) {
  const { shopId } = await requirePerson();
  const asked = listQuery(await searchParams);
  return <PartsScreen first={await parts.listParts(database(), shopId, rowsOf(asked))} asked={asked} />;
}
