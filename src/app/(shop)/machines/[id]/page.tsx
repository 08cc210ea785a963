import { notFound } from 'next/navigation';
import { database, drives, jobs, machines, notebooks } from '@/db';
import { MachineScreen } from '@/features/machines/machines-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function MachinePage({ params }: PageProps<'/machines/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const db = database();
  const machine = id === null ? null : await machines.findMachine(db, shopId, id);
  if (!machine) notFound();
  const all = await jobs.listJobs(db, shopId);
  return (
    <MachineScreen
      machine={machine}
      customers={await machines.listCustomers(db, shopId)}
      drives={await drives.listDrives(db, shopId)}
      notebooks={(await notebooks.listNotebooks(db, shopId)).filter((n) => n.machineId === machine.id && n.driveId === null)}
      jobs={all.filter((j) => j.machineId === machine.id)}
    />
  );
}
