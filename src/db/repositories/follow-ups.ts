import { QueryTypes } from 'sequelize';
import {
  openFollowUps,
  readRules,
  type FollowUpAnswer,
  type FollowUpKind,
  type FollowUpRules,
  type OpenFollowUp,
} from '../../core/follow-up';
import { ROW_TO_CHANGE, type Database, type ShopDatabase } from '../connection';
import { listPage, type ListQuery } from '../find';
import { done, refused, stale } from '../outcome';
import { machineRecords } from './machine-records';
import { namesOf, shopIds, shopOf } from './people';
import type { AnsweredFollowUp, FollowUpLine, ListPage, Outcome, StoredRules } from '../../contract/records';

/** Follow-ups so far ahead are listed as due, days. */
const AHEAD_DAYS = 14;
const DAY_MS = 86_400_000;
/** Machines derived together. */
const BATCH = 250;

/** Derives the open follow-ups of machines again, inside the transaction of the change. */
export async function deriveFollowUps(db: ShopDatabase, machineIds: readonly number[]): Promise<void> {
  if (machineIds.length === 0) return;
  // Two derivations of one machine wait for each other.
  await db.sequelize.query('SELECT id FROM machines WHERE shop_id = $1 AND id = ANY ($2) ORDER BY id FOR NO KEY UPDATE', {
    bind: [db.shopId, [...machineIds]],
  });
  const { rules } = await rulesOf(db);
  const { limits } = await shopOf(db);
  const records = await machineRecords(db, machineIds);
  const rows = [...records].flatMap(([machineId, record]) =>
    openFollowUps(record, rules, limits.trialDays).map((one) => ({ machineId, one })),
  );
  await db.sequelize.query('DELETE FROM follow_ups WHERE shop_id = $1 AND machine_id = ANY ($2)', { bind: [db.shopId, [...machineIds]] });
  if (rows.length === 0) return;
  await db.sequelize.query(
    `INSERT INTO follow_ups (machine_id, source, shop_id, kind, due_at, document)
     SELECT r.machine, r.source, $1, r.kind, r.due, r.document
     FROM jsonb_to_recordset($2::jsonb) AS r(machine integer, source text, kind text, due timestamptz, document jsonb)`,
    {
      bind: [
        db.shopId,
        JSON.stringify(
          rows.map(({ machineId, one }) => ({ machine: machineId, source: one.source, kind: one.kind, due: one.due.at, document: one })),
        ),
      ],
    },
  );
}

/** Derives the follow-ups of every machine with a drive. */
export const deriveOfDrive = async (db: ShopDatabase, driveId: number): Promise<void> =>
  deriveFollowUps(db, await machinesWith(db, driveId));

export async function machinesWith(db: ShopDatabase, driveId: number): Promise<number[]> {
  const rows = await db.sequelize.query<{ id: number }>(
    'SELECT m.id FROM machine_drives l JOIN machines m ON m.id = l.machine_id WHERE m.shop_id = $1 AND l.drive_id = $2 ORDER BY m.id',
    { bind: [db.shopId, driveId], type: QueryTypes.SELECT },
  );
  return rows.map((r) => r.id);
}

/** Derives the follow-ups of the whole shop, after a change of its rules. */
export async function deriveAll(db: ShopDatabase): Promise<void> {
  const rows = await db.sequelize.query<{ id: number }>('SELECT id FROM machines WHERE shop_id = $1 ORDER BY id', {
    bind: [db.shopId],
    type: QueryTypes.SELECT,
  });
  for (let i = 0; i < rows.length; i += BATCH)
    await deriveFollowUps(
      db,
      rows.slice(i, i + BATCH).map((r) => r.id),
    );
  await db.sequelize.query('UPDATE shops SET follow_ups_stale = false WHERE id = $1', { bind: [db.shopId] });
}

/** Derives the follow-ups of shops that have none derived yet, after an update or a restored backup. */
export async function deriveStale(db: Database): Promise<void> {
  for (const id of await shopIds(db)) {
    const shop = db.ofShop(id);
    const [row] = await shop.sequelize.query<{ stale: boolean }>('SELECT follow_ups_stale AS stale FROM shops WHERE id = $1', {
      bind: [id],
      type: QueryTypes.SELECT,
    });
    if (row?.stale) await db.transact(() => deriveAll(shop));
  }
}

type Row = {
  readonly machineId: number;
  readonly machine: string;
  readonly customer: string;
  readonly customerId: number | null;
  readonly document: OpenFollowUp;
};

const LISTED = {
  select: `f.machine_id AS "machineId", m.name AS machine, coalesce(c.name, '') AS customer, c.id AS "customerId", f.document`,
  from: 'follow_ups f JOIN machines m ON m.id = f.machine_id LEFT JOIN customers c ON c.id = m.customer_id',
  matches: `(m.find_text || ' ' || coalesce(c.find_text, '') || ' ' || lower(f.document ->> 'text')) LIKE ?`,
  order: 'f.due_at, f.machine_id, f.source',
};

const lineOf = ({ document, ...of }: Row): FollowUpLine => ({ ...of, ...document });

async function pageOf(db: ShopDatabase, where: string, values: readonly unknown[], query: ListQuery): Promise<ListPage<FollowUpLine>> {
  const page = await listPage<Row>(db, { ...LISTED, where: `f.shop_id = $1 AND ${where}`, values: [db.shopId, ...values] }, query);
  return { ...page, rows: page.rows.map(lineOf) };
}

const horizon = (now: Date): Date => new Date(now.getTime() + AHEAD_DAYS * DAY_MS);

/** Follow-ups that are overdue or due within 14 days, the longest overdue first. */
export const dueFollowUps = (db: ShopDatabase, now: Date, query: ListQuery): Promise<ListPage<FollowUpLine>> =>
  pageOf(db, 'f.due_at <= $2', [horizon(now)], query);

/** Follow-ups that are due later, the next first. */
export const laterFollowUps = (db: ShopDatabase, now: Date, query: ListQuery): Promise<ListPage<FollowUpLine>> =>
  pageOf(db, 'f.due_at > $2', [horizon(now)], query);

/** Open follow-ups of a machine, the next first. */
export const followUpsOf = async (db: ShopDatabase, machineId: number): Promise<readonly FollowUpLine[]> =>
  (await pageOf(db, 'f.machine_id = $2', [machineId], { limit: 100, uncounted: true })).rows;

/** Follow-ups of a calendar, from 60 days ago to a year ahead. At most 1,000. */
export async function calendarFollowUps(db: ShopDatabase, now: Date): Promise<readonly FollowUpLine[]> {
  const range = [new Date(now.getTime() - 60 * DAY_MS), new Date(now.getTime() + 366 * DAY_MS)];
  return (await pageOf(db, 'f.due_at BETWEEN $2 AND $3', range, { limit: 1000, uncounted: true })).rows;
}

/** Numbers of follow-ups that are overdue, and that are due within 14 days. */
export async function countDue(db: ShopDatabase, now: Date): Promise<{ overdue: number; soon: number }> {
  const [row] = await db.sequelize.query<{ overdue: string; soon: string }>(
    'SELECT count(*) FILTER (WHERE due_at <= $2) AS overdue, count(*) FILTER (WHERE due_at > $2) AS soon FROM follow_ups WHERE shop_id = $1 AND due_at <= $3',
    { bind: [db.shopId, now, horizon(now)], type: QueryTypes.SELECT },
  );
  return { overdue: Number(row?.overdue ?? 0), soon: Number(row?.soon ?? 0) };
}

interface Answer {
  readonly machineId: number;
  readonly source: string;
  readonly answer: FollowUpAnswer;
  readonly reason: string;
  /** Date to which it is postponed. */
  readonly until: string | null;
  /** Words of the follow-up, for the history. */
  readonly subject: string;
}

/** Answers a follow-up. Refused if another person answered it, or a job ended it. */
export async function answerFollowUp(
  db: ShopDatabase,
  by: { readonly personId: number; readonly at: Date },
  { machineId, source, answer, reason, until, subject }: Answer,
): Promise<Outcome<{ id: number }>> {
  return db.transact(async (transaction) => {
    const machine = await db.models.Machine.findOne({ where: { id: machineId, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!machine) return refused('Another user deleted this machine.');
    const [open] = await db.sequelize.query<{ kind: FollowUpKind }>(
      'SELECT kind FROM follow_ups WHERE machine_id = $1 AND source = $2 AND shop_id = $3',
      {
        bind: [machineId, source, db.shopId],
        type: QueryTypes.SELECT,
      },
    );
    if (!open) return refused('This follow-up is no longer open. A job or another person ended it.');
    if (open.kind === 'trial' && answer === 'done') return refused('Record whether the substitute worked.');
    const [row] = await db.sequelize.query<{ id: number }>(
      `INSERT INTO follow_up_answers (shop_id, machine_id, source, subject, answer, reason, until, person_id, at)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) RETURNING id`,
      { bind: [db.shopId, machineId, source, subject, answer, reason, until, by.personId, by.at], type: QueryTypes.SELECT },
    );
    await deriveFollowUps(db, [machineId]);
    return done({ id: row!.id });
  });
}

/** Deletes the latest answer to a follow-up, which is then open again. */
export async function undoAnswer(db: ShopDatabase, id: number): Promise<Outcome<null>> {
  return db.transact(async () => {
    const [row] = await db.sequelize.query<{ machineId: number }>(
      `DELETE FROM follow_up_answers a WHERE a.id = $1 AND a.shop_id = $2
         AND NOT EXISTS (SELECT 1 FROM follow_up_answers l WHERE l.machine_id = a.machine_id AND l.source = a.source AND l.id > a.id)
       RETURNING machine_id AS "machineId"`,
      { bind: [id, db.shopId], type: QueryTypes.SELECT },
    );
    if (!row) return refused('This answer was deleted, or a later one replaced it.');
    await deriveFollowUps(db, [row.machineId]);
    return done(null);
  });
}

/** Answered follow-ups, the latest first. */
export async function answeredFollowUps(db: ShopDatabase, query: ListQuery): Promise<ListPage<AnsweredFollowUp>> {
  type Stored = Omit<AnsweredFollowUp, 'at' | 'by'> & { readonly at: Date; readonly personId: number | null };
  const page = await listPage<Stored>(
    db,
    {
      select: `a.id, a.machine_id AS "machineId", m.name AS machine, coalesce(c.name, '') AS customer, a.subject, a.answer, a.reason,
        to_char(a.until, 'YYYY-MM-DD') AS until, a.person_id AS "personId", a.at`,
      from: 'follow_up_answers a JOIN machines m ON m.id = a.machine_id LEFT JOIN customers c ON c.id = m.customer_id',
      where: 'a.shop_id = $1',
      values: [db.shopId],
      matches: `(m.find_text || ' ' || coalesce(c.find_text, '') || ' ' || lower(a.subject || ' ' || a.reason)) LIKE ?`,
      order: 'a.id DESC',
    },
    query,
  );
  const names = await namesOf(db, page.rows);
  return { ...page, rows: page.rows.map(({ personId, at, ...row }) => ({ ...row, by: names(personId), at: at.toISOString() })) };
}

/** Rules of the shop, with the version of the shop. */
export async function rulesOf(db: ShopDatabase): Promise<StoredRules> {
  const [row] = await db.sequelize.query<{ rules: unknown; version: number }>(
    'SELECT follow_up_rules AS rules, version FROM shops WHERE id = $1',
    { bind: [db.shopId], type: QueryTypes.SELECT },
  );
  return { rules: readRules(row?.rules), version: row?.version ?? 0 };
}

/** Changes the rules, on top of the version that was read, and derives all follow-ups again. */
export async function changeRules(db: ShopDatabase, version: number, rules: FollowUpRules): Promise<Outcome<StoredRules, StoredRules>> {
  return db.transact(async (transaction) => {
    const shop = await db.models.Shop.findByPk(db.shopId, { transaction, lock: ROW_TO_CHANGE, rejectOnEmpty: true });
    if (shop.version !== version) return stale('shop', await rulesOf(db));
    await db.sequelize.query('UPDATE shops SET follow_up_rules = $2::jsonb, version = version + 1 WHERE id = $1', {
      bind: [db.shopId, JSON.stringify(rules)],
    });
    await deriveAll(db);
    return done(await rulesOf(db));
  });
}
