import { QueryTypes } from 'sequelize';
import { factOf, factWords, isFact } from '../../core/machine';
import { entryKindOf } from '../../core/job';
import { meterText } from '../../core/quantity';
import type { ShopDatabase } from '../connection';
import { factsOf } from './facts';
import { linesOfJobs } from './jobs';
import { meterLog } from './meters';
import { documentsOf } from './documents';
import type { MachineEvent } from '../../contract/records';

/** Tickets that are read by one statement: few enough that other answers come between. */
const JOBS_AT_ONCE = 100;

type HistoryOf = { readonly id: number; readonly driveIds: readonly number[] };

/** All events of a machine, with each valid ticket line as its own event, latest first. */
export async function historyOf(db: ShopDatabase, machine: HistoryOf): Promise<MachineEvent[]> {
  const jobs = await db.models.Job.findAll({ where: { shopId: db.shopId, machineId: machine.id }, order: [['id', 'ASC']], raw: true });
  const events: MachineEvent[] = [];
  for (let i = 0; i < jobs.length; i += JOBS_AT_ONCE) {
    const some = jobs.slice(i, i + JOBS_AT_ONCE);
    const lines = await linesOfJobs(
      db,
      some.map((j) => j.id),
    );
    for (const { id, number, title, openedAt, closedAt } of some) {
      events.push({ at: openedAt.toISOString(), kind: 'job-opened', what: title, by: '', job: number });
      if (closedAt) events.push({ at: closedAt.toISOString(), kind: 'job-closed', what: title, by: '', job: number });
      for (const line of lines.get(id) ?? [])
        if (!line.withdrawn && line.type !== 'unreadable')
          events.push({ at: line.at, kind: 'line', what: entryKindOf(line).name, by: line.by, job: number });
    }
  }
  return latestFirst([...events, ...(await eventsBesideJobs(db, machine))]);
}

/** Latest events of a machine without the lines of its tickets, and the number of all. */
export async function latestEvents(
  db: ShopDatabase,
  machine: HistoryOf,
  limit: number,
): Promise<{ readonly events: readonly MachineEvent[]; readonly total: number }> {
  const inside = { bind: [db.shopId, machine.id], type: QueryTypes.SELECT as const };
  const [ofJobs, [count], others] = await Promise.all([
    db.sequelize.query<{ at: Date; kind: 'job-opened' | 'job-closed'; what: string; job: number }>(
      `SELECT opened_at AS at, 'job-opened' AS kind, title AS what, number AS job FROM jobs WHERE shop_id = $1 AND machine_id = $2
       UNION ALL SELECT closed_at, 'job-closed', title, number FROM jobs WHERE shop_id = $1 AND machine_id = $2 AND closed_at IS NOT NULL
       ORDER BY at DESC, job DESC LIMIT ${limit}`,
      inside,
    ),
    db.sequelize.query<{ total: number }>(
      'SELECT (count(*) + count(closed_at))::integer AS total FROM jobs WHERE shop_id = $1 AND machine_id = $2',
      inside,
    ),
    eventsBesideJobs(db, machine),
  ]);
  const jobEvents = ofJobs.map((e): MachineEvent => ({ ...e, at: e.at.toISOString(), by: '' }));
  return { events: latestFirst([...jobEvents, ...others]).slice(0, limit), total: (count?.total ?? 0) + others.length };
}

const latestFirst = (events: readonly MachineEvent[]): MachineEvent[] => [...events].sort((a, b) => Date.parse(b.at) - Date.parse(a.at));

/** Meter readings, documents and facts of a machine as events. */
async function eventsBesideJobs(db: ShopDatabase, machine: HistoryOf): Promise<MachineEvent[]> {
  const [readings, papers, { machine: known }] = await Promise.all([
    meterLog(db, machine.id),
    documentsOf(db, { machineId: machine.id, driveIds: machine.driveIds }),
    factsOf(db, { machineId: machine.id, driveIds: [] }),
  ]);
  const facts = Object.entries(known).flatMap(([id, fact]) =>
    isFact(id) ? [{ ...fact, words: `${factOf(id).label}: ${factWords(factOf(id), fact.value)}` }] : [],
  );
  // Entries of one person in one visit are one event.
  const visits = new Map<string, typeof facts>();
  for (const fact of facts) {
    const key = `${fact.at.slice(0, 10)} ${fact.by}`;
    visits.set(key, [...(visits.get(key) ?? []), fact]);
  }
  return [
    ...readings.map(({ value, unit, at, by }): MachineEvent => ({ at, kind: 'meter', what: meterText(value, unit), by, job: null })),
    ...papers.map(({ name, at, by }): MachineEvent => ({ at, kind: 'document', what: name, by, job: null })),
    ...[...visits.values()].map((together): MachineEvent => {
      const { at, by } = together[0]!;
      return { at, kind: 'fact', what: together.map((f) => f.words).join('; '), by, job: null };
    }),
  ];
}
