import { database, drives } from '@/db';
import { DrivesScreen } from '@/features/drives/drives-screen';
import { requirePerson, rowsOf } from '@/server';
import { listQuery } from '@/server/params';

export const metadata = { title: 'Drives' };

export default async function DrivesPage({ searchParams }: PageProps<'/drives'>) {
  const { shopId } = await requirePerson();
  const asked = listQuery(await searchParams);
  return <DrivesScreen first={await drives.listDrives(database(), shopId, rowsOf(asked))} asked={asked} />;
}
