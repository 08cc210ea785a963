import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { documents, drives, isUnreadable, jobLists, machines, notebooks, people, shelf, stacks, trials } from '@/db';
import { defineQuery, missing, rowsOf } from '@/server';
import type { DriveSummary } from '@/contract/records';

export const listDrives = defineQuery(QUERY_CONTRACTS['drives.list'], async ({ db }, ask) => ({
  ok: true,
  value: await drives.listDrives(db, rowsOf(ask)),
}));

const CHOICES = 20;

export const chooseDrive = defineQuery(QUERY_CONTRACTS['drives.choose'], async ({ db }, { find }) => ({
  ok: true,
  value: (await drives.listDrives(db, { find, limit: CHOICES, uncounted: true })).rows.map(({ id, name, pulleys, changedAt }) => ({
    id,
    label: name,
    detail: `${pulleys} pulleys, changed ${changedAt.slice(0, 10)}`,
  })),
}));

/** The drives of a machine with their belts, for a job on it. */
export const drivesOfMachine = defineQuery(QUERY_CONTRACTS['drives.of-machine'], async ({ db }, { machineId }) => {
  const machine = await machines.findMachine(db, machineId);
  const own: readonly DriveSummary[] = machine ? (await drives.drivesOf(db, machine.driveIds)).drives.map(drives.summaryOf) : [];
  return { ok: true, value: own };
});

/** Open jobs, to put something on one of them. */
export const chooseOpenJob = defineQuery(QUERY_CONTRACTS['jobs.choose-open'], async ({ db }, { find }) => ({
  ok: true,
  value: (await jobLists.openJobs(db, { find, limit: CHOICES, uncounted: true })).rows.map(({ number, title, machine }) => ({
    id: number,
    label: `${number} ${title}`,
    detail: machine,
  })),
}));

const NO_DRIVE = 'This drive does not exist.';

/** Page of a drive. */
export const readDrive = defineQuery(QUERY_CONTRACTS['drive.read'], async ({ db }, { id }) => {
  const stored = await drives.findDrive(db, id);
  if (!stored) return missing(NO_DRIVE);
  if (isUnreadable(stored)) return { ok: true, value: stored };
  const [belts, anyJob, notebook, boltUps, papers, tried, shop] = await Promise.all([
    shelf.packedShelf(db),
    jobLists.isAnyOpen(db),
    notebooks.notebookOfDrive(db, id),
    stacks.stacksOf(db, id),
    documents.documentsOf(db, { driveIds: [id] }),
    trials.trialsOf(db, id),
    people.shopOf(db),
  ]);
  return {
    ok: true,
    value: {
      stored,
      shelf: belts,
      anyJob,
      notebook,
      stacks: boltUps,
      papers,
      trials: tried,
      limits: shop.limits.belt,
    },
  };
});

/** A drive alone, for its editor and for comparisons. */
export const findDrive = defineQuery(QUERY_CONTRACTS['drive.find'], async ({ db }, { id }) => {
  const stored = await drives.findDrive(db, id);
  if (!stored) return missing(NO_DRIVE);
  return { ok: true, value: isUnreadable(stored) ? stored : { stored } };
});
