import { notFound } from 'next/navigation';
import { database, documents, drives, history, jobLists, machines, meters, notebooks } from '@/db';
import { MachineScreen } from '@/features/machines/machine-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

/** Number of latest jobs of a machine. A history of years has its own list. */
const JOBS_SHOWN = 100;

/** Entries of its history that its page can unfold. */
const EVENTS_SHOWN = 300;

export default async function MachinePage({ params }: PageProps<'/machines/[id]'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const db = database();
  const machine = id === null ? null : await machines.findMachine(db, shopId, id);
  if (!machine) notFound();
  const [own, books, past, log, papers, events] = await Promise.all([
    drives.drivesOf(db, shopId, machine.driveIds),
    notebooks.listNotebooks(db, shopId, { limit: 20 }, { machineId: machine.id }),
    jobLists.jobsOfMachine(db, shopId, machine.id, { limit: JOBS_SHOWN }),
    meters.meterLog(db, machine.id),
    documents.documentsOf(db, shopId, { machineId: machine.id, driveIds: [] }),
    history.historyOf(db, shopId, machine, false),
  ]);
  return (
    <MachineScreen
      machine={machine}
      own={own.drives}
      unreadable={own.unreadable}
      notebooks={books.rows}
      jobs={past}
      log={log}
      papers={papers}
      events={events.slice(0, EVENTS_SHOWN)}
      eventCount={events.length}
    />
  );
}
