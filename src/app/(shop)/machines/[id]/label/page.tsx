import { notFound } from 'next/navigation';
import { database, machines } from '@/db';
import { LabelScreen } from '@/features/machines/label-screen';
import { currentShop, requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function LabelPage({ params }: PageProps<'/machines/[id]/label'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const machine = id === null ? null : await machines.findMachine(database(), shopId, id);
  if (!machine) notFound();
  return <LabelScreen machine={machine} shop={(await currentShop()).name} />;
}
