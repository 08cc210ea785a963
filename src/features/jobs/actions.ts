'use server';

import * as z from 'zod';
import { jobLists, jobs } from '@/db';
import { listInput, question, rowsOf } from '@/server';

export const listClosedJobs = question('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await jobLists.closedJobs(db, person.shopId, rowsOf(ask)),
}));

/** A job as it stands now. */
export const readJob = question('viewer', z.object({ number: z.number().int() }), async ({ db, person }, { number }) => {
  const job = await jobs.findJob(db, person.shopId, number);
  return job ? { ok: true, value: job } : { ok: false, reason: 'refused', problem: `There is no job ${number}.` };
});
