import 'server-only';
import * as z from 'zod';
import { jobLists, jobs } from '@/db';
import { defineQuery, listInput, rowsOf } from '@/server';
import { noSuchJob } from './job-messages';

export const listClosedJobs = defineQuery('viewer', listInput, async ({ db, person }, ask) => ({
  ok: true,
  value: await jobLists.closedJobs(db, person.shopId, rowsOf(ask)),
}));

/** Current state of a job. */
export const readJob = defineQuery('viewer', z.object({ number: z.number().int() }), async ({ db, person }, { number }) => {
  const job = await jobs.findJob(db, person.shopId, number);
  return job ? { ok: true, value: job } : { ok: false, reason: 'refused', problem: noSuchJob(number) };
});
