import 'server-only';
import * as z from 'zod';
import { documents, drives, isUnreadable, jobs, stacks } from '@/db';
import { defineQuery, missing } from '@/server';

const asked = z.object({
  drive: z.number().int(),
  pulley: z.string().max(200),
  /** The job that needs the stack, if it is about this drive. */
  job: z.number().int().nullable(),
});

/** Stack of a pulley. */
export const readStack = defineQuery('viewer', asked, async ({ db }, { drive: id, pulley: pulleyId, job: number }) => {
  const drive = await drives.findDrive(db, id);
  if (!drive) return missing('This drive does not exist.');
  if (isUnreadable(drive)) return { ok: true, value: drive };
  const pulley = drive.document.pulleys.find((p) => p.id === pulleyId);
  if (!pulley) return missing('This drive has no such pulley.');
  const [all, papers, job] = await Promise.all([
    stacks.stacksOf(db, id),
    documents.documentsOf(db, { driveIds: [id] }),
    number === null ? null : jobs.findJob(db, number),
  ]);
  const kept = all.find((s) => s.pulley === pulleyId) ?? null;
  if (kept && isUnreadable(kept)) return { ok: true, value: kept };
  return {
    ok: true,
    value: {
      drive,
      pulley: { id: pulleyId, label: pulley.label ?? 'a pulley' },
      kept,
      papers: papers.filter((p) => p.station === pulleyId),
      job: job?.driveId === id ? job : null,
    },
  };
});
