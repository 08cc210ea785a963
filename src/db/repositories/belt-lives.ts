import { QueryTypes } from 'sequelize';
import { meterAt } from '../../core/machine';
import type { ShopDatabase } from '../connection';
import { meterLogs } from './meters';
import type { BeltLasted } from '../../contract/records';

/** Latest belts that are read. Older ones say little about the parts of today. */
const MOST_BELTS = 2000;
/** Belts that the list shows. */
const MOST_SHOWN = 12;

type Fitted = { belt: string; driveId: number; drive: string; machineId: number; machine: string; beltId: string; job: number; at: Date };

/**
 * Belts of the shop that lasted longest, by hour meter. A belt runs until the next one is fitted on the same drive of
 * the same machine. Substitutes count too.
 */
export async function beltsThatLasted(db: ShopDatabase): Promise<BeltLasted[]> {
  const fitted = await db.sequelize.query<Fitted>(
    `SELECT e.body ->> 'belt' AS belt, d.id AS "driveId", d.document ->> 'name' AS drive, m.id AS "machineId", m.name AS machine,
       j.belt_id AS "beltId", j.number AS job, e.at
     FROM ticket_entries e JOIN jobs j ON j.id = e.job_id JOIN drives d ON d.id = j.drive_id JOIN machines m ON m.id = j.machine_id
     WHERE j.shop_id = $1 AND e.type = 'belt-booked' AND e.withdrawn_at IS NULL AND j.belt_id IS NOT NULL
     ORDER BY e.id DESC LIMIT ${MOST_BELTS}`,
    { bind: [db.shopId], type: QueryTypes.SELECT },
  );
  const logs = await meterLogs(db, [...new Set(fitted.map((f) => f.machineId))]);
  const places = new Map<string, Fitted[]>();
  for (const one of fitted.reverse()) {
    const place = `${one.machineId} ${one.driveId} ${one.beltId}`;
    places.set(place, [...(places.get(place) ?? []), one]);
  }
  return [...places.values()]
    .flatMap((inOrder) =>
      inOrder.slice(0, -1).flatMap((one, i): BeltLasted[] => {
        const log = logs.get(one.machineId) ?? [];
        const [from, to] = [one, inOrder[i + 1]!].map(({ at }) => meterAt(log, 'h', at.toISOString()));
        const { belt, driveId, drive, machine, job } = one;
        return from !== null && from !== undefined && to !== null && to !== undefined && to > from
          ? [{ belt, driveId, drive, machine, job, hours: to - from }]
          : [];
      }),
    )
    .sort((a, b) => b.hours - a.hours)
    .slice(0, MOST_SHOWN);
}
