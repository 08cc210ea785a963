'use server';

import * as z from 'zod';
import { jobLists, jobs } from '@/db';
import { listInput, query, rowsOf } from '@/server';
import { noSuchJob } from './job-messages';

export const listClosedJobs = query('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await jobLists.closedJobs(db, person.shopId, rowsOf(ask)),
}));

/** Current state of a job. */
export const readJob = query('viewer', z.object({ number: z.number().int() }), async ({ db, person }, { number }) => {
  const job = await jobs.findJob(db, person.shopId, number);
  return job ? { ok: true, value: job } : { ok: false, reason: 'refused', problem: noSuchJob(number) };
});
