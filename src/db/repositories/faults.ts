import { QueryTypes } from 'sequelize';
import type { Confirmed, Correction } from '../../core/fault';
import type { ShopDatabase } from '../connection';
import { done } from '../outcome';
import { namesOf } from './people';
import type { Outcome, StoredCorrection } from '../../contract/records';

/**
 * Causes confirmed by the jobs of a shop, with the number of jobs: a repaired cause on a job with a final test in which
 * the belt stays on. Struck-out repairs and tests do not count.
 */
export async function confirmedCauses(db: ShopDatabase): Promise<Confirmed[]> {
  return db.sequelize.query<Confirmed>(
    `SELECT c.kind, c.cause, count(*)::integer AS times FROM confirmed_causes c JOIN jobs j ON j.id = c.job_id
     WHERE j.shop_id = $1 GROUP BY c.kind, c.cause ORDER BY times DESC, c.kind, c.cause`,
    { bind: [db.shopId], type: QueryTypes.SELECT },
  );
}

/** Corrections of the fault base by a shop. */
export async function correctionsOf(db: ShopDatabase): Promise<StoredCorrection[]> {
  const rows = await db.models.BaseCorrection.findAll({ where: { shopId: db.shopId }, order: [['id', 'ASC']], raw: true });
  const names = await namesOf(db, rows);
  return rows.map(({ cause, subject, value, because, personId, at }) => ({
    cause,
    subject,
    value,
    because,
    by: names(personId),
    at: at.toISOString(),
  }));
}

/** Corrects the base, or leaves it as it ships where `value` is null. */
export async function correctBase(
  db: ShopDatabase,
  by: { readonly personId: number; readonly at: Date },
  { cause, subject, value, because }: Omit<Correction, 'value'> & { readonly value: string | null },
): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const where = { shopId: db.shopId, cause, subject };
    await db.models.BaseCorrection.destroy({ where, transaction });
    if (value !== null)
      await db.models.BaseCorrection.create({ ...where, value, because, personId: by.personId, at: by.at }, { transaction });
    return done(null);
  });
}
