import { database, drives, machines } from '@/db';
import { MachinesScreen } from '@/features/machines/machines-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Machines' };

export default async function MachinesPage() {
  const { shopId } = await requirePerson();
  const db = database();
  return (
    <MachinesScreen
      machines={await machines.listMachines(db, shopId)}
      customers={await machines.listCustomers(db, shopId)}
      drives={await drives.listDrives(db, shopId)}
    />
  );
}
