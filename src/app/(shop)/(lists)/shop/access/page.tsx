import { AccessScreen } from '@/features/access/access-screen';
import { firstAnswer } from '@/server';
import { listQuery } from '@/server/params';
import { listCommands, readAccess } from '@/server/queries/shop';

export const metadata = { title: 'Access' };

export default async function AccessPage({ searchParams }: PageProps<'/shop/access'>) {
  const asked = listQuery(await searchParams);
  const [first, log] = await Promise.all([firstAnswer(readAccess, {}), firstAnswer(listCommands, asked)]);
  return <AccessScreen first={first} log={log} asked={asked} />;
}
