import { QueryTypes } from 'sequelize';
import type { Database, ShopDatabase } from '../connection';

/** A tab without a sign of life for this long is closed, s. */
export const SILENT_S = 60;

/** A tab shows a record, or none with an empty place. Returns the place that it showed before. Times are those of the database. */
export async function arrive(db: ShopDatabase, tab: string, personId: number, place: string): Promise<string> {
  const [row] = await db.sequelize.query<{ before: string | null }>(
    `WITH before AS (SELECT place FROM presence WHERE tab = $1)
     INSERT INTO presence (tab, shop_id, person_id, place) VALUES ($1, $2, $3, $4)
     ON CONFLICT (tab) DO UPDATE SET person_id = $3, place = $4, seen_at = clock_timestamp() WHERE presence.shop_id = $2
     RETURNING (SELECT place FROM before) AS before`,
    { bind: [tab, db.shopId, personId, place], type: QueryTypes.SELECT },
  );
  return row?.before ?? '';
}

/** Marks a tab as still open. */
export async function stay(db: ShopDatabase, tab: string): Promise<void> {
  await db.sequelize.query('UPDATE presence SET seen_at = clock_timestamp() WHERE tab = $1 AND shop_id = $2', { bind: [tab, db.shopId] });
}

/** Removes a closed tab. @returns the place that it showed */
export async function leave(db: ShopDatabase, tab: string): Promise<string> {
  const [row] = await db.sequelize.query<{ place: string }>('DELETE FROM presence WHERE tab = $1 AND shop_id = $2 RETURNING place', {
    bind: [tab, db.shopId],
    type: QueryTypes.SELECT,
  });
  return row?.place ?? '';
}

/** Names of the other people who have a record open. */
export async function othersAt(db: ShopDatabase, place: string, personId: number): Promise<string[]> {
  const rows = await db.sequelize.query<{ name: string }>(
    `SELECT DISTINCT p.name FROM presence h JOIN people p ON p.id = h.person_id
     WHERE h.shop_id = $1 AND h.place = $2 AND h.person_id <> $3 AND h.seen_at > clock_timestamp() - $4 * interval '1 second'
     ORDER BY p.name`,
    { bind: [db.shopId, place, personId, SILENT_S], type: QueryTypes.SELECT },
  );
  return rows.map((r) => r.name);
}

/** Removes tabs that did not report their end, as after a power cut. @returns their number */
export async function forgetSilent(db: Database): Promise<number> {
  const rows = await db.sequelize.query(`DELETE FROM presence WHERE seen_at < clock_timestamp() - $1 * interval '1 second' RETURNING tab`, {
    bind: [10 * SILENT_S],
    type: QueryTypes.SELECT,
  });
  return rows.length;
}
