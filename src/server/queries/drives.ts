import 'server-only';
import * as z from 'zod';
import { documents, drives, isUnreadable, jobLists, machines, notebooks, people, shelf, stacks, trials } from '@/db';
import { defineQuery, listInput, missing, recordId, rowsOf } from '@/server';
import { packShelf } from '@/contract/packed-shelf';
import type { DriveSummary } from '@/contract/records';

export const listDrives = defineQuery('viewer', listInput, async ({ db }, ask) => ({
  ok: true,
  value: await drives.listDrives(db, rowsOf(ask)),
}));

const typed = z.object({ find: z.string().max(200) });
const CHOICES = 20;

export const chooseDrive = defineQuery('viewer', typed, async ({ db }, { find }) => ({
  ok: true,
  value: (await drives.listDrives(db, { find, limit: CHOICES, uncounted: true })).rows.map(({ id, name, pulleys, changedAt }) => ({
    id,
    label: name,
    detail: `${pulleys} pulleys, changed ${changedAt.slice(0, 10)}`,
  })),
}));

/** The drives of a machine with their belts, for a job on it. */
export const drivesOfMachine = defineQuery('viewer', z.object({ machineId: z.number().int() }), async ({ db }, { machineId }) => {
  const machine = await machines.findMachine(db, machineId);
  const own: readonly DriveSummary[] = machine ? (await drives.drivesOf(db, machine.driveIds)).drives.map(drives.summaryOf) : [];
  return { ok: true, value: own };
});

/** Open jobs, to put something on one of them. */
export const chooseOpenJob = defineQuery('viewer', typed, async ({ db }, { find }) => ({
  ok: true,
  value: (await jobLists.openJobs(db, { find, limit: CHOICES, uncounted: true })).rows.map(({ number, title, machine }) => ({
    id: number,
    label: `${number} ${title}`,
    detail: machine,
  })),
}));

const NO_DRIVE = 'This drive does not exist.';

/** Page of a drive. */
export const readDrive = defineQuery('viewer', recordId, async ({ db }, { id }) => {
  const stored = await drives.findDrive(db, id);
  if (!stored) return missing(NO_DRIVE);
  if (isUnreadable(stored)) return { ok: true, value: stored };
  const [belts, open, notebook, boltUps, papers, tried, shop] = await Promise.all([
    shelf.listShelf(db),
    jobLists.openJobs(db, { limit: 1, uncounted: true }),
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
      shelf: packShelf(belts),
      anyJob: open.total > 0,
      notebook,
      stacks: boltUps,
      papers,
      trials: tried,
      limits: shop.limits.belt,
    },
  };
});

/** A drive alone, for its editor and for comparisons. */
export const findDrive = defineQuery('viewer', recordId, async ({ db }, { id }) => {
  const stored = await drives.findDrive(db, id);
  if (!stored) return missing(NO_DRIVE);
  return { ok: true, value: isUnreadable(stored) ? stored : { stored } };
});
