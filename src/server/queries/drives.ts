import 'server-only';
import * as z from 'zod';
import { documents, drives, isUnreadable, jobLists, machines, notebooks, people, shelf, stacks, trials } from '@/db';
import { defineQuery, listInput, missing, recordId, rowsOf } from '@/server';
import { packShelf } from '@/contract/packed-shelf';
import type { DriveSummary } from '@/contract/records';

export const listDrives = defineQuery('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await drives.listDrives(db, person.shopId, rowsOf(ask)),
}));

const typed = z.object({ find: z.string().max(200) });
const CHOICES = 20;

export const chooseDrive = defineQuery('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await drives.listDrives(db, person.shopId, { find, limit: CHOICES, uncounted: true })).rows.map(
    ({ id, name, pulleys, changedAt }) => ({
      id,
      label: name,
      detail: `${pulleys} pulleys, changed ${changedAt.slice(0, 10)}`,
    }),
  ),
}));

/** The drives of a machine with their belts, for a job on it. */
export const drivesOfMachine = defineQuery('viewer', z.object({ machineId: z.number().int() }), async ({ db, person }, { machineId }) => {
  const machine = await machines.findMachine(db, person.shopId, machineId);
  const own: readonly DriveSummary[] = machine
    ? (await drives.drivesOf(db, person.shopId, machine.driveIds)).drives.map(drives.summaryOf)
    : [];
  return { ok: true, value: own };
});

/** Open jobs, to put something on one of them. */
export const chooseOpenJob = defineQuery('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await jobLists.openJobs(db, person.shopId, { find, limit: CHOICES, uncounted: true })).rows.map(({ number, title, machine }) => ({
    id: number,
    label: `${number} ${title}`,
    detail: machine,
  })),
}));

const NO_DRIVE = 'This drive does not exist.';

/** Page of a drive. */
export const readDrive = defineQuery('viewer', recordId, async ({ db, person: { shopId } }, { id }) => {
  const stored = await drives.findDrive(db, shopId, id);
  if (!stored) return missing(NO_DRIVE);
  if (isUnreadable(stored)) return { ok: true, value: stored };
  const [belts, open, notebook, boltUps, papers, tried, shop] = await Promise.all([
    shelf.listShelf(db, shopId),
    jobLists.openJobs(db, shopId, { limit: 1, uncounted: true }),
    notebooks.notebookOfDrive(db, shopId, id),
    stacks.stacksOf(db, shopId, id),
    documents.documentsOf(db, shopId, { driveIds: [id] }),
    trials.trialsOf(db, shopId, id),
    people.shopOf(db, shopId),
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
export const findDrive = defineQuery('viewer', recordId, async ({ db, person }, { id }) => {
  const stored = await drives.findDrive(db, person.shopId, id);
  if (!stored) return missing(NO_DRIVE);
  return { ok: true, value: isUnreadable(stored) ? stored : { stored } };
});
