import { QueryTypes } from 'sequelize';
import type { Database, ShopDatabase } from '../connection';
import { done, refused } from '../outcome';
import type { CalendarFeed, Outcome } from '../../contract/records';

/** Addresses that one person may have. */
const MOST = 10;

/** Adds the address of a calendar. @param digest of its token; the token itself is not stored */
export async function addFeed(
  db: ShopDatabase,
  by: { readonly personId: number; readonly at: Date },
  name: string,
  digest: string,
): Promise<Outcome<{ id: number }>> {
  return db.transact(async () => {
    const [held] = await db.sequelize.query<{ n: string }>(
      'SELECT count(*) AS n FROM calendar_feeds WHERE shop_id = $1 AND person_id = $2',
      {
        bind: [db.shopId, by.personId],
        type: QueryTypes.SELECT,
      },
    );
    if (Number(held?.n ?? 0) >= MOST) return refused(`You have ${MOST} calendar addresses. Revoke one first.`);
    const [row] = await db.sequelize.query<{ id: number }>(
      'INSERT INTO calendar_feeds (shop_id, person_id, name, digest, created_at) VALUES ($1, $2, $3, $4, $5) RETURNING id',
      { bind: [db.shopId, by.personId, name, digest, by.at], type: QueryTypes.SELECT },
    );
    return done({ id: row!.id });
  });
}

/** Calendar addresses of a person, or of the whole shop with null. */
export async function feedsOf(db: ShopDatabase, personId: number | null): Promise<CalendarFeed[]> {
  const rows = await db.sequelize.query<Omit<CalendarFeed, 'createdAt' | 'readAt'> & { createdAt: Date; readAt: Date | null }>(
    `SELECT f.id, f.name, p.name AS person, f.created_at AS "createdAt", f.read_at AS "readAt"
     FROM calendar_feeds f JOIN people p ON p.id = f.person_id WHERE f.shop_id = $1 AND ($2::integer IS NULL OR f.person_id = $2) ORDER BY f.id`,
    { bind: [db.shopId, personId], type: QueryTypes.SELECT },
  );
  return rows.map((r) => ({ ...r, createdAt: r.createdAt.toISOString(), readAt: r.readAt?.toISOString() ?? null }));
}

/** Revokes an address. @param personId its person; null for an owner, who may revoke any of the shop */
export async function revokeFeed(db: ShopDatabase, personId: number | null, id: number): Promise<Outcome<null>> {
  const rows = await db.sequelize.query(
    'DELETE FROM calendar_feeds WHERE id = $2 AND shop_id = $1 AND ($3::integer IS NULL OR person_id = $3) RETURNING id',
    { bind: [db.shopId, id, personId], type: QueryTypes.SELECT },
  );
  return rows.length > 0 ? done(null) : refused('This address is already revoked.');
}

/** Shop of a calendar address, and notes that it was read. Null for a revoked one, or if its person was deactivated. */
export async function shopOfFeed(db: Database, digest: string): Promise<{ readonly shopId: number } | null> {
  const [row] = await db.sequelize.query<{ shopId: number }>(
    `UPDATE calendar_feeds f SET read_at = clock_timestamp() FROM people p
     WHERE f.digest = $1 AND p.id = f.person_id AND p.active RETURNING f.shop_id AS "shopId"`,
    { bind: [digest], type: QueryTypes.SELECT },
  );
  return row ?? null;
}
