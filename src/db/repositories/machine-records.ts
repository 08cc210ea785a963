import { QueryTypes } from 'sequelize';
import { NO_FOLLOW_UP, readBody, type FollowUp } from '../../core/job';
import { driveKindOf, factsOfDrive } from '../../core/machine';
import type { Answered, FollowUpAnswer, MachineRecord } from '../../core/follow-up';
import type { ShopDatabase } from '../connection';
import { readDrive } from '../stored-documents';
import { factsOf } from './known-facts';
import { meterLogs } from './meter-logs';

type LastJob = NonNullable<MachineRecord['last']>;
/** Rows with the machine that they belong to. */
type Of<T> = T & { readonly machineId: number };

/** Everything that the follow-ups of some machines depend on, by machine. Machines of another shop are omitted. */
export async function machineRecords(db: ShopDatabase, ids: readonly number[]): Promise<ReadonlyMap<number, MachineRecord>> {
  const ask = <T extends object>(sql: string) => db.sequelize.query<T>(sql, { bind: [db.shopId, [...ids]], type: QueryTypes.SELECT });
  const own = await ask<{ id: number }>('SELECT id FROM machines WHERE shop_id = $1 AND id = ANY ($2)');
  // One statement after the other: they share the connection of a transaction.
  const drives = byMachine(await drivesOfMachines(db, ids));
  const last = await lastJobs(db, ids);
  const worked = byMachine(
    await ask<Of<{ driveId: number; closedAt: Date; fitted: boolean }>>(
      `SELECT DISTINCT ON (j.machine_id, j.drive_id) j.machine_id AS "machineId", j.drive_id AS "driveId", j.closed_at AS "closedAt",
         EXISTS (SELECT 1 FROM ticket_entries b WHERE b.job_id = j.id AND b.type = 'belt-booked' AND b.withdrawn_at IS NULL) AS fitted
       FROM jobs j WHERE j.shop_id = $1 AND j.machine_id = ANY ($2) AND j.drive_id IS NOT NULL AND j.status = 'closed'
       ORDER BY j.machine_id, j.drive_id, j.id DESC`,
    ),
  );
  const trials = byMachine(
    await ask<Of<{ entryId: number; belt: string; number: number; closedAt: Date }>>(
      `SELECT j.machine_id AS "machineId", e.id AS "entryId", e.body ->> 'belt' AS belt, j.number, j.closed_at AS "closedAt"
       FROM jobs j JOIN ticket_entries e ON e.job_id = j.id
       WHERE j.shop_id = $1 AND j.machine_id = ANY ($2) AND j.status = 'closed' AND e.type = 'belt-booked'
         AND e.body ->> 'substitute' = 'true' AND e.withdrawn_at IS NULL AND NOT EXISTS (SELECT 1 FROM trials t WHERE t.entry_id = e.id)`,
    ),
  );
  const answers = byMachine(
    await ask<Of<{ source: string; answer: FollowUpAnswer; at: Date; until: string | null }>>(
      `SELECT DISTINCT ON (machine_id, source) machine_id AS "machineId", source, answer, at, to_char(until, 'YYYY-MM-DD') AS until
       FROM follow_up_answers WHERE shop_id = $1 AND machine_id = ANY ($2) ORDER BY machine_id, source, id DESC`,
    ),
  );
  const logs = await meterLogs(db, ids);
  return new Map(
    own.map(({ id }) => [
      id,
      {
        log: logs.get(id) ?? [],
        drives: drives(id),
        last: last.get(id) ?? null,
        worked: worked(id).map((w) => ({ ...w, closedAt: w.closedAt.toISOString() })),
        trials: trials(id).map((t) => ({ ...t, closedAt: t.closedAt.toISOString() })),
        answers: answers(id).map((a): Answered => ({
          source: a.source,
          answer: a.answer,
          at: a.at.toISOString(),
          // At noon, so that the date is the same in most time zones.
          until: a.until === null ? null : `${a.until}T12:00:00.000Z`,
        })),
      },
    ]),
  );
}

/** Rows of each machine. */
function byMachine<T extends { readonly machineId: number }>(rows: readonly T[]): (id: number) => readonly T[] {
  const grouped = new Map<number, T[]>();
  for (const row of rows) {
    const of = grouped.get(row.machineId);
    if (of) of.push(row);
    else grouped.set(row.machineId, [row]);
  }
  return (id) => grouped.get(id) ?? [];
}

/** Readable drives of machines, with the kinds that their facts decide. */
async function drivesOfMachines(db: ShopDatabase, machineIds: readonly number[]) {
  const rows = await db.sequelize.query<{ machineId: number; id: number; name: string; document: unknown }>(
    `SELECT l.machine_id AS "machineId", d.id, d.name, d.document FROM machine_drives l JOIN drives d ON d.id = l.drive_id
     WHERE d.shop_id = $1 AND l.machine_id = ANY ($2) ORDER BY d.id`,
    { bind: [db.shopId, [...machineIds]], type: QueryTypes.SELECT },
  );
  const facts = await factsOf(db, { machineId: null, driveIds: [...new Set(rows.map((r) => r.id))] });
  return rows.flatMap(({ machineId, id, name, document }) => {
    const read = readDrive(document);
    if (!read.ok) return [];
    return [{ machineId, id, name, kind: driveKindOf(read.value, { ...factsOfDrive(read.value), ...facts.drives[id] }) }];
  });
}

/** Latest job of each machine, with the plan of its closing line. */
async function lastJobs(db: ShopDatabase, machineIds: readonly number[]): Promise<ReadonlyMap<number, LastJob>> {
  const rows = await db.sequelize.query<
    Of<{ number: number; status: string; closedAt: Date | null; belt: string | null; version: number | null; body: unknown }>
  >(
    `SELECT l.*, c.body_version AS version, c.body, b.body ->> 'belt' AS belt FROM (
       SELECT DISTINCT ON (machine_id) machine_id AS "machineId", id, number, status, closed_at AS "closedAt" FROM jobs
       WHERE shop_id = $1 AND machine_id = ANY ($2) ORDER BY machine_id, id DESC) l
     LEFT JOIN LATERAL (SELECT body_version, body FROM ticket_entries WHERE job_id = l.id AND type = 'closing' AND withdrawn_at IS NULL
       ORDER BY id DESC LIMIT 1) c ON true
     LEFT JOIN LATERAL (SELECT body FROM ticket_entries WHERE job_id = l.id AND type = 'belt-booked' AND withdrawn_at IS NULL
       ORDER BY id DESC LIMIT 1) b ON true`,
    { bind: [db.shopId, [...machineIds]], type: QueryTypes.SELECT },
  );
  return new Map(
    rows.map(({ machineId, number, status, closedAt, belt, version, body }) => {
      const { plan, next } = planOf(version, body);
      return [machineId, { number, open: status !== 'closed', closedAt: closedAt?.toISOString() ?? null, plan, next, belt }];
    }),
  );
}

/** Follow-up that a closing line plans. None for an unreadable one. */
function planOf(version: number | null, body: unknown): { readonly plan: FollowUp; readonly next: string } {
  const read = version === null ? null : readBody('closing', version, body);
  if (!read?.ok || read.value.type !== 'closing') return { plan: NO_FOLLOW_UP, next: '' };
  return { plan: read.value.body.look, next: read.value.body.next };
}
