import { notFound } from 'next/navigation';
import { database, drives, facts, machines } from '@/db';
import { KnownScreen } from '@/features/machines/known-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function KnownPage({ params }: PageProps<'/machines/[id]/known'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const db = database();
  const machine = id === null ? null : await machines.findMachine(db, shopId, id);
  if (!machine) notFound();
  const [own, known] = await Promise.all([
    drives.drivesOf(db, shopId, machine.driveIds),
    facts.factsOf(db, shopId, { machineId: machine.id, driveIds: machine.driveIds }),
  ]);
  return <KnownScreen machine={machine} own={own.drives} known={known} />;
}
