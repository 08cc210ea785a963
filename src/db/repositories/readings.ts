import { readBody } from '../../core/job';
import { meterAt } from '../../core/machine';
import type { PastReading, TensionEpoch } from '../../core/tension';
import type { Database } from '../connection';
import type { PastWidth } from '../../core/wear';
import { namesOf } from './people';
import { meterLog } from './meters';

/** All that was read of a drive's tensions, on every machine that has it, and when its belts were fitted or set. */
export interface TensionPast {
  /** In the order in which they were written. */
  readonly readings: readonly PastReading[];
  readonly epochs: readonly TensionEpoch[];
}

/** The latest lines looked at: a drive read more often than this has taught what it can. */
const MOST_LINES = 2000;

export async function tensionPast(db: Database, shopId: number, driveId: number): Promise<TensionPast> {
  const jobs = await db.models.Job.findAll({ where: { shopId, driveId }, attributes: ['id', 'number', 'machineId', 'beltId'], raw: true });
  const byId = new Map(jobs.map((j) => [j.id, j]));
  const rows = await db.models.TicketEntry.findAll({
    where: { jobId: jobs.map((j) => j.id), type: ['reading', 'belt-booked', 'tension-decided'], withdrawnAt: null },
    order: [['id', 'DESC']],
    limit: MOST_LINES,
    raw: true,
  });
  const machines = [...new Set(jobs.map((j) => j.machineId))];
  const logs = new Map(await Promise.all(machines.map(async (id) => [id, await meterLog(db, id)] as const)));
  const readings: PastReading[] = [];
  const epochs: TensionEpoch[] = [];
  for (const row of rows.reverse()) {
    const job = byId.get(row.jobId);
    const read = readBody(row.type, row.bodyVersion, row.body);
    if (!job || !read.ok) continue;
    const taken = row.at.toISOString();
    const when = { machine: job.machineId, taken, meterH: meterAt(logs.get(job.machineId) ?? [], 'h', taken) };
    const { type, body } = read.value;
    if (type === 'reading') {
      const { belt, method, at, value, tensionN, sdN, clamped, without } = body;
      readings.push({ ...when, job: job.number, belt, method, at, value, tensionN, sdN, clamped, whole: without.length === 0 });
    } else if (type === 'belt-booked' && job.beltId !== null) epochs.push({ ...when, belt: job.beltId, what: 'fitted' });
    else if (type === 'tension-decided' && body.act === 'adjust') epochs.push({ ...when, belt: body.belt, what: 'adjusted' });
  }
  return { readings, epochs };
}

/** Widths read of a drive's belts, on every machine that has it, in the order in which they were written. */
export async function widthPast(db: Database, shopId: number, driveId: number): Promise<PastWidth[]> {
  const jobs = await db.models.Job.findAll({ where: { shopId, driveId }, attributes: ['id', 'number', 'machineId'], raw: true });
  const byId = new Map(jobs.map((j) => [j.id, j]));
  const rows = await db.models.TicketEntry.findAll({
    where: { jobId: jobs.map((j) => j.id), type: 'width', withdrawnAt: null },
    order: [['id', 'DESC']],
    limit: MOST_LINES,
    raw: true,
  });
  const names = await namesOf(db, rows);
  return rows.reverse().flatMap((row): PastWidth[] => {
    const job = byId.get(row.jobId);
    const read = readBody(row.type, row.bodyVersion, row.body);
    if (!job || !read.ok || read.value.type !== 'width') return [];
    const { belt, meter, fittedAt, unit, method, widths, minimumMm, newMm } = read.value.body;
    const about = { job: job.number, machine: job.machineId, belt: belt.id, taken: row.at.toISOString(), by: names(row.personId) };
    return [{ ...about, meter, fittedAt, unit, method, widths, minimumMm, newMm }];
  });
}
