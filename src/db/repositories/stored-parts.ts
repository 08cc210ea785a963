import { QueryTypes } from 'sequelize';
import { readBody, storedParts, type CountedPart, type StoredPart } from '../../core/job';
import type { ShopDatabase } from '../connection';

/**
 * Parts of a machine that its jobs put into store.
 * @param except id of a job that does not count
 */
export async function storedPartsOf(db: ShopDatabase, machineId: number, except: number | null = null): Promise<StoredPart[]> {
  const rows = await db.sequelize.query<{ job: number; at: Date; version: number; body: unknown }>(
    `SELECT j.number AS job, e.at, e.body_version AS version, e.body FROM ticket_entries e JOIN jobs j ON j.id = e.job_id
     WHERE j.shop_id = $1 AND j.machine_id = $2 AND j.id IS DISTINCT FROM $3::integer AND e.type = 'tally' AND e.withdrawn_at IS NULL
     ORDER BY e.id`,
    { bind: [db.shopId, machineId, except], type: QueryTypes.SELECT },
  );
  return storedParts(
    rows.flatMap(({ job, at, version, body }): CountedPart[] => {
      const read = readBody('tally', version, body);
      return read.ok && read.value.type === 'tally' ? [{ ...read.value.body, job, at: at.toISOString() }] : [];
    }),
  );
}
