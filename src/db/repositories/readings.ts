import { QueryTypes } from 'sequelize';
import { beltDamageOn, DAMAGE_CHECKS, readBody, type RecordLine } from '../../core/job';
import { meterAt } from '../../core/machine';
import type { PastReading, TensionEpoch } from '../../core/tension';
import type { ShopDatabase } from '../connection';
import { logOf, takenOf, type PastWidth } from '../../core/wear';
import { namesOf } from './people';
import { meterLog } from './meters';
import type { BeltLife, MeasuredBelt, TensionPast } from '../../contract/records';

/** Largest number of latest lines to read. More would add no information. */
const MOST_LINES = 2000;

export async function tensionPast(db: ShopDatabase, driveId: number): Promise<TensionPast> {
  const jobs = await db.models.Job.findAll({
    where: { shopId: db.shopId, driveId },
    attributes: ['id', 'number', 'machineId', 'beltId'],
    raw: true,
  });
  const byId = new Map(jobs.map((j) => [j.id, j]));
  const rows = await db.models.TicketEntry.findAll({
    where: { jobId: jobs.map((j) => j.id), type: ['reading', 'belt-booked', 'tension-decided', 'tension-basis'], withdrawnAt: null },
    order: [['id', 'DESC']],
    limit: MOST_LINES,
    raw: true,
  });
  const machines = [...new Set(jobs.map((j) => j.machineId))];
  const logs = new Map(await Promise.all(machines.map(async (id) => [id, await meterLog(db, id)] as const)));
  const readings: PastReading[] = [];
  const epochs: TensionEpoch[] = [];
  const manual: Record<string, TensionPast['manual'][string]> = {};
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
    else if (type === 'tension-basis') {
      if (body.manual) manual[body.belt] = { ...body.manual, job: job.number };
      else delete manual[body.belt];
    } else if (type === 'tension-decided' && body.act === 'adjust') epochs.push({ ...when, belt: body.belt, what: 'adjusted' });
  }
  return { readings, epochs, manual };
}

type JobOfWidth = { readonly id: number; readonly number: number; readonly machineId: number };

/** Widths on the tickets of some jobs, in the order in which they were written. */
async function widthsOn(db: ShopDatabase, jobs: readonly JobOfWidth[], most: number): Promise<PastWidth[]> {
  const byId = new Map(jobs.map((j) => [j.id, j]));
  const rows = await db.models.TicketEntry.findAll({
    where: { jobId: [...byId.keys()], type: 'width', withdrawnAt: null },
    order: [['id', 'DESC']],
    limit: most,
    raw: true,
  });
  const names = await namesOf(db, rows);
  return rows.reverse().flatMap((row): PastWidth[] => {
    const job = byId.get(row.jobId);
    const read = readBody(row.type, row.bodyVersion, row.body);
    if (!job || !read.ok || read.value.type !== 'width') return [];
    const { belt, meter, fittedAt, unit, method, widths, minimumMm, newMm, on } = read.value.body;
    const taken = takenOf(on, row.at.toISOString());
    const about = { job: job.number, machine: job.machineId, belt: belt.id, taken, by: names(row.personId) };
    return [{ ...about, meter, fittedAt, unit, method, widths, minimumMm, newMm }];
  });
}

/** Other entries about the belts of a drive besides widths. */
export async function beltLife(db: ShopDatabase, driveId: number): Promise<BeltLife> {
  const jobs = await db.models.Job.findAll({ where: { shopId: db.shopId, driveId }, attributes: ['id', 'number', 'machineId'], raw: true });
  const byId = new Map(jobs.map((j) => [j.id, j]));
  const rows = await db.models.TicketEntry.findAll({
    where: { jobId: [...byId.keys()], type: ['riding', 'warranty'], withdrawnAt: null },
    order: [['id', 'DESC']],
    limit: MOST_LINES,
    raw: true,
  });
  const ridden: BeltLife['ridden'][number][] = [];
  const warranties: BeltLife['warranties'][number][] = [];
  for (const row of rows.reverse()) {
    const job = byId.get(row.jobId);
    const read = readBody(row.type, row.bodyVersion, row.body);
    if (!job || !read.ok) continue;
    const of = { machine: job.machineId, job: job.number };
    const { type, body } = read.value;
    if (type === 'riding') ridden.push({ ...body, ...of });
    else if (type === 'warranty') warranties.push({ ...body, ...of });
  }
  return { ridden, warranties };
}

/** Widths read of a drive's belts, on every machine that has it. */
export async function widthPast(db: ShopDatabase, driveId: number): Promise<PastWidth[]> {
  const jobs = await db.models.Job.findAll({ where: { shopId: db.shopId, driveId }, attributes: ['id', 'number', 'machineId'], raw: true });
  return widthsOn(db, jobs, MOST_LINES);
}

/** Largest number of widths of a shop: some hundred belts over their lives. */
const MOST_OF_SHOP = 20_000;

/** Every belt of a shop with measured widths, with its log. */
export async function widthsOfShop(db: ShopDatabase): Promise<MeasuredBelt[]> {
  const jobs = await db.sequelize.query<JobOfWidth & { readonly driveId: number | null }>(
    `SELECT j.id, j.number, j.machine_id AS "machineId", j.drive_id AS "driveId" FROM jobs j
     WHERE j.shop_id = $1 AND EXISTS (SELECT 1 FROM ticket_entries e WHERE e.job_id = j.id AND e.type = 'width' AND e.withdrawn_at IS NULL)
     ORDER BY j.id`,
    { bind: [db.shopId], type: QueryTypes.SELECT },
  );
  const all = await widthsOn(db, jobs, MOST_OF_SHOP);
  const names = new Map(
    (
      await db.models.Machine.findAll({ where: { id: [...new Set(jobs.map((j) => j.machineId))] }, attributes: ['id', 'name'], raw: true })
    ).map((m) => [m.id, m.name]),
  );
  const keys = new Map(all.map((p) => [`${p.machine} ${p.belt}`, p]));
  const driveOf = new Map(jobs.map((j) => [j.number, j.driveId]));
  const damaged = await machinesWithDamagedBelt(db, [...new Set(jobs.map((j) => j.machineId))]);
  return [...keys.values()].map(({ machine, belt }) => {
    const log = logOf(all, machine, belt);
    return {
      machineId: machine,
      machine: names.get(machine) ?? 'A machine',
      belt,
      driveId: driveOf.get(log.at(-1)!.job) ?? null,
      log,
      damaged: damaged.has(machine),
    };
  });
}

/** Machines with a damaged or broken belt in the latest job about the belt. */
async function machinesWithDamagedBelt(db: ShopDatabase, machineIds: readonly number[]): Promise<Set<number>> {
  const read = { bind: [db.shopId, [...machineIds], DAMAGE_CHECKS], type: QueryTypes.SELECT as const };
  const jobs = await db.sequelize.query<{ id: number; machineId: number; title: string; complaint: string }>(
    `SELECT id, machine_id AS "machineId", title, complaint FROM jobs WHERE shop_id = $1 AND machine_id = ANY ($2)
     ORDER BY number DESC`,
    { ...read, bind: read.bind.slice(0, 2) },
  );
  // Other findings say nothing about damage, and ten years hold tens of thousands.
  const rows = await db.sequelize.query<{ jobId: number; type: string; bodyVersion: number; body: unknown; at: Date }>(
    `SELECT e.job_id AS "jobId", e.type, e.body_version AS "bodyVersion", e.body, e.at
     FROM ticket_entries e JOIN jobs j ON j.id = e.job_id
     WHERE j.shop_id = $1 AND j.machine_id = ANY ($2) AND e.withdrawn_at IS NULL
       AND (e.type = 'belt-booked' OR (e.type = 'finding' AND e.body ->> 'check' = ANY ($3)))
     ORDER BY e.id`,
    read,
  );
  const linesOfJob = new Map<number, RecordLine[]>();
  for (const row of rows) {
    const read = readBody(row.type, row.bodyVersion, row.body);
    if (!read.ok) continue;
    const line = { ...read.value, withdrawn: false, at: row.at.toISOString(), by: '' };
    linesOfJob.set(row.jobId, [...(linesOfJob.get(row.jobId) ?? []), line]);
  }
  const latest = new Map<number, 'damaged' | 'replaced'>();
  for (const { id, machineId, title, complaint } of jobs) {
    const state = beltDamageOn({ title, complaint }, linesOfJob.get(id) ?? []);
    if (state !== null && !latest.has(machineId)) latest.set(machineId, state);
  }
  return new Set([...latest].flatMap(([machine, state]) => (state === 'damaged' ? [machine] : [])));
}
