import { NEW_STAGES, STAGE_STATES, STAGES, type JobStatus, type Stage, type StageState } from '../../core/job';
import type { ShopDatabase } from '../connection';
import { listPage, type ListQuery } from '../find';
import type { JobLine, JobSummary, ListPage } from '../../contract/records';

interface JobLineRow {
  readonly id: number;
  readonly number: number;
  readonly title: string;
  readonly status: JobStatus;
  readonly opened_at: Date;
  readonly closed_at: Date | null;
  readonly machine_id: number;
  readonly machine: string;
  readonly customer: string | null;
}

/** Query of job lists. A word is searched in the number and title of the job, its machine and its customer. */
const JOB_LINES = {
  select: 'j.id, j.number, j.title, j.status, j.opened_at, j.closed_at, j.machine_id, m.name AS machine, c.name AS customer',
  from: 'jobs j JOIN machines m ON m.id = j.machine_id LEFT JOIN customers c ON c.id = m.customer_id',
  // Ids from each index and not one condition over three tables, for which every job would be read.
  id: 'j.id',
  matches: `SELECT id FROM jobs WHERE find_text LIKE ? UNION SELECT own.id FROM jobs own WHERE own.machine_id IN (
    SELECT id FROM machines WHERE find_text LIKE ? UNION SELECT id FROM machines WHERE customer_id IN (SELECT id FROM customers WHERE find_text LIKE ?))`,
};

const line = (row: JobLineRow): JobLine => ({
  id: row.id,
  number: row.number,
  title: row.title,
  machine: row.machine,
  machineId: row.machine_id,
  customer: row.customer ?? '',
  status: row.status,
  openedAt: row.opened_at.toISOString(),
  closedAt: row.closed_at?.toISOString() ?? null,
});

/** Jobs that satisfy a condition, a page of them. */
export async function linesWhere(
  db: ShopDatabase,
  where: string,
  values: readonly unknown[],
  order: string,
  query: ListQuery,
): Promise<ListPage<JobLine>> {
  const page = await listPage<JobLineRow>(db, { ...JOB_LINES, where, values, order }, query);
  return { ...page, rows: page.rows.map(line) };
}

/** Jobs with how far each of their stages is. */
export async function withStages(db: ShopDatabase, lines: readonly JobLine[]): Promise<JobSummary[]> {
  const states = new Map<number, Record<Stage, StageState>>(lines.map((l) => [l.id, { ...NEW_STAGES, [STAGES[0]]: 'waiting' }]));
  for (const { jobId, stage, state } of await db.models.JobStage.findAll({ where: { jobId: lines.map((l) => l.id) }, raw: true })) {
    const of = states.get(jobId);
    if (of && isStage(stage) && isState(state)) of[stage] = state;
  }
  return lines.flatMap((l) => {
    const stages = states.get(l.id);
    return stages ? [{ ...l, stages }] : [];
  });
}

export const isStage = (name: string): name is Stage => (STAGES as readonly string[]).includes(name);
const isState = (name: string): name is StageState => (STAGE_STATES as readonly string[]).includes(name);

/** True if a job is open. */
export const isAnyOpen = async (db: ShopDatabase): Promise<boolean> =>
  (await db.models.Job.findOne({ where: { shopId: db.shopId, status: 'open' }, attributes: ['id'], raw: true })) !== null;

/** Open jobs with how far each is, the newest first. */
export async function openJobs(db: ShopDatabase, query: ListQuery): Promise<ListPage<JobSummary>> {
  const page = await linesWhere(db, `j.shop_id = $1 AND j.status = 'open'`, [db.shopId], 'j.number DESC', query);
  return { ...page, rows: await withStages(db, page.rows) };
}

/** Closed jobs, the newest first. */
export const closedJobs = (db: ShopDatabase, query: ListQuery): Promise<ListPage<JobLine>> =>
  linesWhere(db, `j.shop_id = $1 AND j.status = 'closed'`, [db.shopId], 'j.number DESC', query);

/** Jobs of one machine, the newest first. */
export const jobsOfMachine = (db: ShopDatabase, machineId: number, query: ListQuery): Promise<ListPage<JobLine>> =>
  linesWhere(db, 'j.shop_id = $1 AND j.machine_id = $2', [db.shopId, machineId], 'j.number DESC', query);

/** Jobs of one customer’s machines, the newest first. */
export const jobsOfCustomer = (db: ShopDatabase, customerId: number, query: ListQuery): Promise<ListPage<JobLine>> =>
  linesWhere(db, 'j.shop_id = $1 AND m.customer_id = $2', [db.shopId, customerId], 'j.number DESC', query);

/** Jobs of the shop by what they are called, open ones first. */
export const findJobs = (db: ShopDatabase, query: ListQuery): Promise<ListPage<JobLine>> =>
  linesWhere(db, 'j.shop_id = $1', [db.shopId], 'j.status DESC, j.number DESC', query);
