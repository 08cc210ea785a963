import { DrivesScreen } from '@/features/drives/drives-screen';
import { listDrives } from '@/server/queries/drives';
import { firstAnswer } from '@/server';
import { listQuery } from '@/server/params';

export const metadata = { title: 'Drives' };

export default async function DrivesPage({ searchParams }: PageProps<'/drives'>) {
  const asked = listQuery(await searchParams);
  return <DrivesScreen first={await firstAnswer(listDrives, asked)} asked={asked} />;
}
