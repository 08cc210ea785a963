import { QueryTypes } from 'sequelize';
import { currentDue, followUpDue, readBody, type FollowUp } from '../../core/job';
import type { ShopDatabase } from '../connection';
import { meterLogs } from './meters';
import type { DueFollowUp } from '../../contract/records';

const DAY_MS = 86_400_000;
/** Follow-ups of older jobs are out of date. */
const OLDEST_DAYS = 400;
/** A follow-up is listed this long before it is due. */
const AHEAD_DAYS = 7;
/** Follow-ups that the list shows. */
const MOST_SHOWN = 50;

type Row = { job: number; machineId: number; machine: string; customer: string; closedAt: Date; version: number; body: unknown };

/**
 * Follow-ups that are due or nearly due, the longest overdue first. The last closed job of a machine plans them. A later
 * job on the machine ends them.
 */
export async function dueFollowUps(db: ShopDatabase, now: Date): Promise<DueFollowUp[]> {
  const rows = await db.sequelize.query<Row>(
    `SELECT * FROM (SELECT DISTINCT ON (j.machine_id) j.number AS job, m.id AS "machineId", m.name AS machine, coalesce(c.name, '') AS customer,
       j.closed_at AS "closedAt", e.body_version AS version, e.body
     FROM jobs j JOIN ticket_entries e ON e.job_id = j.id AND e.type = 'closing' AND e.withdrawn_at IS NULL
       JOIN machines m ON m.id = j.machine_id LEFT JOIN customers c ON c.id = m.customer_id
     WHERE j.shop_id = $1 AND j.status = 'closed' AND j.closed_at > $2
       AND NOT EXISTS (SELECT 1 FROM jobs later WHERE later.machine_id = j.machine_id AND later.id > j.id)
     ORDER BY j.machine_id, e.id DESC) last WHERE jsonb_array_length(coalesce(body -> 'look' -> 'after', '[]')) > 0`,
    { bind: [db.shopId, new Date(now.getTime() - OLDEST_DAYS * DAY_MS)], type: QueryTypes.SELECT },
  );
  const planned = rows.flatMap(({ version, body, ...row }): (Omit<Row, 'version' | 'body'> & { look: FollowUp; next: string })[] => {
    const read = readBody('closing', version, body);
    if (!read.ok || read.value.type !== 'closing') return [];
    const { look, next } = read.value.body;
    return look.after.length > 0 ? [{ ...row, look, next }] : [];
  });
  const logs = await meterLogs(
    db,
    planned.map((p) => p.machineId),
  );
  return planned
    .flatMap(({ look, closedAt, ...row }): DueFollowUp[] => {
      const closed = closedAt.toISOString();
      const due = currentDue(followUpDue(look, closed, logs.get(row.machineId) ?? []), now);
      if (!due || Date.parse(due.at) > now.getTime() + AHEAD_DAYS * DAY_MS) return [];
      return [{ ...row, closedAt: closed, checks: look.at, after: due.after, dueAt: due.at, by: due.by }];
    })
    .sort((a, b) => Date.parse(a.dueAt) - Date.parse(b.dueAt))
    .slice(0, MOST_SHOWN);
}
