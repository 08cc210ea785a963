import { database, drives } from '@/db';
import { DrivesScreen } from '@/features/drives/drives-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Drives' };

export default async function DrivesPage() {
  const { shopId } = await requirePerson();
  return <DrivesScreen drives={await drives.listDrives(database(), shopId)} />;
}
