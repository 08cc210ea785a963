import 'server-only';
import * as z from 'zod';
import { drives, jobLists, machines, type DriveSummary } from '@/db';
import { defineQuery, listInput, rowsOf } from '@/server';

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
export const drivesOfMachine = defineQuery<{ machineId: number }, readonly DriveSummary[]>(
  'viewer',
  z.object({ machineId: z.number().int() }),
  async ({ db, person }, { machineId }) => {
    const machine = await machines.findMachine(db, person.shopId, machineId);
    return { ok: true, value: machine ? (await drives.drivesOf(db, person.shopId, machine.driveIds)).drives.map(drives.summaryOf) : [] };
  },
);

/** Open jobs, to put something on one of them. */
export const chooseOpenJob = defineQuery('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await jobLists.openJobs(db, person.shopId, { find, limit: CHOICES, uncounted: true })).rows.map(({ number, title, machine }) => ({
    id: number,
    label: `${number} ${title}`,
    detail: machine,
  })),
}));
