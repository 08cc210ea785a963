import { QueryTypes } from 'sequelize';
import type { ShopDatabase } from '../connection';
import { done, refused } from '../outcome';
import { deriveFollowUps } from './follow-ups';
import type { Outcome, Trial } from '../../contract/records';

/** A valid ticket line with a substitute. The drive index exists for it. */
const SUBSTITUTES = `e.type = 'belt-booked' AND e.body ->> 'substitute' = 'true' AND e.withdrawn_at IS NULL`;

/** Stores the result of a substitute. The last answer counts. */
export async function answerTrial(
  db: ShopDatabase,
  by: { readonly personId: number; readonly at: Date },
  entryId: number,
  answer: { readonly worked: boolean; readonly note: string },
): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const [there] = await db.sequelize.query<{ machineId: number }>(
      `SELECT j.machine_id AS "machineId" FROM ticket_entries e JOIN jobs j ON j.id = e.job_id WHERE e.id = $1 AND j.shop_id = $2 AND ${SUBSTITUTES}`,
      {
        bind: [entryId, db.shopId],
        type: QueryTypes.SELECT,
        transaction,
      },
    );
    if (!there) return refused('That belt was struck out while you were editing. There is no result to record.');
    await db.models.Trial.destroy({ where: { entryId }, transaction });
    await db.models.Trial.create({ shopId: db.shopId, entryId, ...answer, personId: by.personId, at: by.at }, { transaction });
    await deriveFollowUps(db, [there.machineId]);
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
