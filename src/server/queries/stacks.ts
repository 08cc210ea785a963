import 'server-only';
import { QUERY_CONTRACTS } from '@/contract/queries';
import { documents, drives, isUnreadable, jobs, stacks } from '@/db';
import { defineQuery, missing } from '@/server';

/** Stack of a pulley. */
export const readStack = defineQuery(QUERY_CONTRACTS['stack.read'], async ({ db }, { drive: id, pulley: pulleyId, job: number }) => {
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
