'use server';

import * as z from 'zod';
import { drives, jobLists, machines } from '@/db';
import { listInput, query, rowsOf } from '@/server';

export const listDrives = query('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await drives.listDrives(db, person.shopId, rowsOf(ask)),
}));

const typed = z.object({ find: z.string().max(200) });
const CHOICES = 20;

export const chooseDrive = query('viewer', typed, async ({ db, person }, { find }) => ({
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
export const drivesOfMachine = query('viewer', z.object({ machineId: z.number().int() }), async ({ db, person }, { machineId }) => {
  const machine = await machines.findMachine(db, person.shopId, machineId);
  return { ok: true, value: machine ? (await drives.drivesOf(db, person.shopId, machine.driveIds)).drives.map(drives.summaryOf) : [] };
});

/** Open jobs, to put something on one of them. */
export const chooseOpenJob = query('viewer', typed, async ({ db, person }, { find }) => ({
  ok: true,
  value: (await jobLists.openJobs(db, person.shopId, { find, limit: CHOICES, uncounted: true })).rows.map(({ number, title, machine }) => ({
    id: number,
    label: `${number} ${title}`,
    detail: machine,
  })),
}));
