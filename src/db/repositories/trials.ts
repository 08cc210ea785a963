import { QueryTypes } from 'sequelize';
import type { ShopDatabase } from '../connection';
import { done, refused } from '../outcome';
import type { DueTrial, Outcome, Trial } from '../../contract/records';

/** A valid ticket line with a substitute. The drive index exists for it. */
const SUBSTITUTES = `e.type = 'belt-booked' AND e.body ->> 'substitute' = 'true' AND e.withdrawn_at IS NULL`;

/** Substitutes without a result on jobs closed at least this many days ago, oldest first. At most twenty. */
export async function dueTrials(db: ShopDatabase, days: number, now: Date): Promise<DueTrial[]> {
  const rows = await db.sequelize.query<Omit<DueTrial, 'closedAt'> & { closedAt: Date }>(
    `SELECT e.id AS "entryId", e.body ->> 'belt' AS belt, j.number, m.name AS machine, coalesce(c.name, '') AS customer, j.closed_at AS "closedAt"
     FROM ticket_entries e JOIN jobs j ON j.id = e.job_id JOIN machines m ON m.id = j.machine_id LEFT JOIN customers c ON c.id = m.customer_id
     WHERE j.shop_id = $1 AND ${SUBSTITUTES} AND j.status = 'closed' AND j.closed_at <= $2
       AND NOT EXISTS (SELECT 1 FROM trials t WHERE t.entry_id = e.id)
     ORDER BY j.closed_at, e.id LIMIT 20`,
    { bind: [db.shopId, new Date(now.getTime() - days * 86_400_000)], type: QueryTypes.SELECT },
  );
  return rows.map((r) => ({ ...r, closedAt: r.closedAt.toISOString() }));
}

/** Stores the result of a substitute. The last answer counts. */
export async function answerTrial(
  db: ShopDatabase,
  by: { readonly personId: number; readonly at: Date },
  entryId: number,
  answer: { readonly worked: boolean; readonly note: string },
): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const [there] = await db.sequelize.query(
      `SELECT 1 FROM ticket_entries e JOIN jobs j ON j.id = e.job_id WHERE e.id = $1 AND j.shop_id = $2 AND ${SUBSTITUTES}`,
      {
        bind: [entryId, db.shopId],
        type: QueryTypes.SELECT,
        transaction,
      },
    );
    if (!there) return refused('That belt was struck out while you were editing. There is no result to record.');
    await db.models.Trial.destroy({ where: { entryId }, transaction });
    await db.models.Trial.create({ shopId: db.shopId, entryId, ...answer, personId: by.personId, at: by.at }, { transaction });
    return done(null);
  });
}

/** Results of substitutes on a drive, latest first. */
export async function trialsOf(db: ShopDatabase, driveId: number): Promise<Trial[]> {
  const rows = await db.sequelize.query<Omit<Trial, 'at'> & { at: Date }>(
    `SELECT e.body ->> 'belt' AS belt, (e.body ->> 'outsideMm')::float8 AS "outsideMm", t.worked, t.note, j.number, t.at
     FROM ticket_entries e JOIN trials t ON t.entry_id = e.id JOIN jobs j ON j.id = e.job_id
     WHERE t.shop_id = $1 AND ${SUBSTITUTES} AND e.body -> 'drive' ->> 'id' = $2 ORDER BY t.at DESC, t.id DESC LIMIT 100`,
    { bind: [db.shopId, String(driveId)], type: QueryTypes.SELECT },
  );
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}
