import { QueryTypes } from 'sequelize';
import type { ShopDatabase } from '../connection';
import { listPage, type ListQuery } from '../find';
import { done, refused } from '../outcome';
import type { ListPage, LoggedCommand, OpenSession, Outcome } from '../../contract/records';

/** Valid sessions of a shop, the latest first. @param ownId session of the reader */
export async function sessionsOf(db: ShopDatabase, now: Date, ownId: string): Promise<OpenSession[]> {
  const rows = await db.sequelize.query<Omit<OpenSession, 'startedAt' | 'expiresAt' | 'own'> & { startedAt: Date; expiresAt: Date }>(
    `SELECT s.id, p.name AS person, s.browser, s.started_at AS "startedAt", s.expires_at AS "expiresAt"
     FROM sessions s JOIN people p ON p.id = s.person_id WHERE p.shop_id = $1 AND s.expires_at > $2 ORDER BY s.started_at DESC, s.id LIMIT 500`,
    { bind: [db.shopId, now], type: QueryTypes.SELECT },
  );
  return rows.map((r) => ({ ...r, startedAt: r.startedAt.toISOString(), expiresAt: r.expiresAt.toISOString(), own: r.id === ownId }));
}

/** Ends a session of the shop. */
export async function endSession(db: ShopDatabase, id: string): Promise<Outcome<null>> {
  const rows = await db.sequelize.query(
    'DELETE FROM sessions s USING people p WHERE p.id = s.person_id AND p.shop_id = $1 AND s.id = $2 RETURNING s.id',
    { bind: [db.shopId, id], type: QueryTypes.SELECT },
  );
  return rows.length > 0 ? done(null) : refused('This session has already ended.');
}

/** Commands of a shop, the latest first. Words are searched in the name of the person. */
export async function commandLog(db: ShopDatabase, query: ListQuery): Promise<ListPage<LoggedCommand>> {
  type Row = Omit<LoggedCommand, 'doneAt' | 'appliedAt'> & { readonly doneAt: Date; readonly appliedAt: Date };
  const page = await listPage<Row>(
    db,
    {
      select: `a.id, p.name AS person, a.kind, a.done_at AS "doneAt", a.applied_at AS "appliedAt", coalesce(a.answer ->> 'ok', 'true') = 'true' AS applied`,
      from: '(SELECT * FROM acts) a JOIN people p ON p.id = a.person_id',
      where: 'a.shop_id = $1',
      values: [db.shopId],
      matches: `lower(p.name) LIKE ?`,
      order: 'a.applied_at DESC, a.id',
    },
    query,
  );
  return { ...page, rows: page.rows.map((r) => ({ ...r, doneAt: r.doneAt.toISOString(), appliedAt: r.appliedAt.toISOString() })) };
}
