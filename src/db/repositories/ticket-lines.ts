import type { Transaction } from 'sequelize';
import { readBody } from '../../core/job';
import type { ShopDatabase } from '../connection';
import type { TicketEntryRow } from '../rows';
import { isStage } from './job-lists';
import type { TicketEntry } from '../../contract/records';

function entryOf(row: TicketEntryRow, by: string): TicketEntry {
  const read = readBody(row.type, row.bodyVersion, row.body);
  const line = {
    id: row.id,
    // An unknown stage is shown with the last one.
    stage: isStage(row.stage) ? row.stage : ('book' as const),
    by,
    at: row.at.toISOString(),
    withdrawn: row.withdrawnAt !== null,
  };
  return read.ok ? { ...line, ...read.value } : { ...line, type: 'unreadable', problem: read.problem, text: read.text };
}

/** The lines of a job's ticket as they were written: clocks of two devices say nothing of what came first. */
export async function linesOfJob(db: ShopDatabase, jobId: number, transaction?: Transaction): Promise<TicketEntry[]> {
  return (await linesOfJobs(db, [jobId], transaction)).get(jobId) ?? [];
}

/** The lines of several tickets by job, each as they were written; a job without lines is absent. */
export async function linesOfJobs(
  db: ShopDatabase,
  jobIds: readonly number[],
  transaction?: Transaction,
): Promise<ReadonlyMap<number, TicketEntry[]>> {
  const inside = transaction ? { transaction } : {};
  const entries = await db.models.TicketEntry.findAll({ where: { jobId: [...jobIds] }, order: [['id', 'ASC']], raw: true, ...inside });
  const writers = [...new Set(entries.map((e) => e.personId))];
  const people = new Map(
    (await db.models.Person.findAll({ where: { id: writers }, attributes: ['id', 'name'], raw: true, ...inside })).map((p) => [
      p.id,
      p.name,
    ]),
  );
  const lines = new Map<number, TicketEntry[]>();
  for (const e of entries) {
    const of = lines.get(e.jobId) ?? [];
    of.push(entryOf(e, people.get(e.personId) ?? ''));
    lines.set(e.jobId, of);
  }
  return lines;
}
