import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { documents, drives, facts, followUps, history, jobLists, machines, meters, notebooks, people, storedParts } from '@/db';
import { defineQuery, missing, rowsOf } from '@/server';

export const listMachines = defineQuery(QUERY_CONTRACTS['machines.list'], async ({ db }, ask) => ({
  ok: true,
  value: await machines.listMachines(db, rowsOf(ask)),
}));

/** First suggestions of a lookup field. */
const CHOICES = 20;

export const chooseMachine = defineQuery(QUERY_CONTRACTS['machines.choose'], async ({ db }, { find }) => ({
  ok: true,
  value: (await machines.listMachines(db, { find, limit: CHOICES, uncounted: true })).rows.map(({ id, name, customer }) => ({
    id,
    label: name,
    detail: customer,
  })),
}));

export const chooseCustomer = defineQuery(QUERY_CONTRACTS['customers.choose'], async ({ db }, { find }) => ({
  ok: true,
  value: (await machines.findCustomers(db, { find, limit: CHOICES, uncounted: true })).map((label, id) => ({ id, label })),
}));

/** Number of latest jobs of a machine. A history of years has its own list. */
const JOBS_SHOWN = 100;
/** Entries of its history that its page can unfold. */
const EVENTS_SHOWN = 300;
/** Drives of a machine that are being measured. */
const NOTEBOOKS_SHOWN = 20;
const NO_MACHINE = 'This machine does not exist.';

/** Page of a machine. */
export const readMachine = defineQuery(QUERY_CONTRACTS['machine.read'], async ({ db }, { id }) => {
  const machine = await machines.findMachine(db, id);
  if (!machine) return missing(NO_MACHINE);
  const [own, books, jobs, log, papers, latest, stored, followUp] = await Promise.all([
    drives.drivesOf(db, machine.driveIds),
    notebooks.listNotebooks(db, { limit: NOTEBOOKS_SHOWN }, { machineId: id }),
    jobLists.jobsOfMachine(db, id, { limit: JOBS_SHOWN }),
    meters.meterLog(db, id),
    documents.documentsOf(db, { machineId: id, driveIds: [] }),
    history.latestEvents(db, machine, EVENTS_SHOWN),
    storedParts.storedPartsOf(db, id),
    followUps.followUpsOf(db, id),
  ]);
  return {
    ok: true,
    value: {
      machine,
      own: own.drives,
      unreadable: own.unreadable,
      notebooks: books.rows,
      jobs,
      log,
      papers,
      events: latest.events,
      eventCount: latest.total,
      storedParts: stored,
      followUps: followUp,
    },
  };
});

/** Facts of a machine and its drives. */
export const readKnown = defineQuery(QUERY_CONTRACTS['machine.known'], async ({ db }, { id }) => {
  const machine = await machines.findMachine(db, id);
  if (!machine) return missing(NO_MACHINE);
  const [own, known] = await Promise.all([
    drives.drivesOf(db, machine.driveIds),
    facts.factsOf(db, { machineId: id, driveIds: machine.driveIds }),
  ]);
  return { ok: true, value: { machine, own: own.drives, known } };
});

/** A machine alone, for its label. */
export const readLabel = defineQuery(QUERY_CONTRACTS['machine.label'], async ({ db }, { id }) => {
  const machine = await machines.findMachine(db, id);
  return machine ? { ok: true, value: { machine, shop: (await people.shopOf(db)).name } } : missing(NO_MACHINE);
});
