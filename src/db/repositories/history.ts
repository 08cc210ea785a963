import { factOf, factWords, isFact } from '../../core/machine';
import { entryKindOf } from '../../core/job';
import { meterText } from '../../core/quantity';
import type { ShopDatabase } from '../connection';
import { factsOf } from './facts';
import { linesOfJobs } from './jobs';
import { meterLog } from './meters';
import { documentsOf } from './documents';
import type { MachineEvent, TicketEntry } from '../../contract/records';

/** Tickets that are read by one statement: few enough that other answers come between. */
const JOBS_AT_ONCE = 100;

/**
 * All events of a machine, latest first.
 * @param lines true if each valid ticket line is its own event, as in the history file
 */
export async function historyOf(
  db: ShopDatabase,
  machine: { readonly id: number; readonly driveIds: readonly number[] },
  lines: boolean,
): Promise<MachineEvent[]> {
  const jobs = await db.models.Job.findAll({ where: { shopId: db.shopId, machineId: machine.id }, order: [['id', 'ASC']], raw: true });
  const events: MachineEvent[] = [];
  let ticketLines: ReadonlyMap<number, TicketEntry[]> = new Map();
  for (const [i, job] of jobs.entries()) {
    if (lines && i % JOBS_AT_ONCE === 0)
      ticketLines = await linesOfJobs(
        db,
        jobs.slice(i, i + JOBS_AT_ONCE).map((j) => j.id),
      );
    events.push({ at: job.openedAt.toISOString(), kind: 'job-opened', what: job.title, by: '', job: job.number });
    if (job.closedAt) events.push({ at: job.closedAt.toISOString(), kind: 'job-closed', what: job.title, by: '', job: job.number });
    for (const line of ticketLines.get(job.id) ?? [])
      if (!line.withdrawn && line.type !== 'unreadable')
        events.push({ at: line.at, kind: 'line', what: entryKindOf(line).name, by: line.by, job: job.number });
  }
  for (const { value, unit, at, by } of await meterLog(db, machine.id))
    events.push({ at, kind: 'meter', what: meterText(value, unit), by, job: null });
  for (const { name, at, by } of await documentsOf(db, { machineId: machine.id, driveIds: machine.driveIds }))
    events.push({ at, kind: 'document', what: name, by, job: null });
  const { machine: known } = await factsOf(db, { machineId: machine.id, driveIds: [] });
  const said = Object.entries(known).flatMap(([id, fact]) =>
    isFact(id) ? [{ ...fact, words: `${factOf(id).label}: ${factWords(factOf(id), fact.value)}` }] : [],
  );
  // Entries of one person in one visit are one event.
  const sittings = new Map<string, typeof said>();
  for (const f of said) {
    const key = `${f.at.slice(0, 10)} ${f.by}`;
    sittings.set(key, [...(sittings.get(key) ?? []), f]);
  }
  for (const together of sittings.values())
    events.push({ at: together[0]!.at, kind: 'fact', what: together.map((f) => f.words).join('; '), by: together[0]!.by, job: null });
  return events.sort((a, b) => Date.parse(b.at) - Date.parse(a.at));
}
