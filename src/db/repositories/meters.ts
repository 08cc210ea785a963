import { QueryTypes, type Transaction } from 'sequelize';
import type { MeterUnit } from '../../core/quantity';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import type { MachineRow } from '../rows';
import { done, refused } from '../outcome';
import { deriveFollowUps } from './follow-ups';
import { namesOf } from './people';
import type { LoggedReading, Outcome } from '../../contract/records';

export { meterLogs } from './meter-logs';

interface ReadBy {
  readonly personId: number | null;
  readonly at: Date;
}

/** Logs what a machine's meter shows, within a transaction; the machine shows the latest. */
export async function logMeter(
  db: ShopDatabase,
  by: ReadBy,
  machine: MachineRow,
  { value, unit }: { readonly value: number; readonly unit: MeterUnit },
  transaction: Transaction,
): Promise<void> {
  await db.models.MeterReading.create({ machineId: machine.id, value, unit, personId: by.personId, at: by.at }, { transaction });
  const latest = await db.models.MeterReading.findOne({
    where: { machineId: machine.id },
    order: [
      ['at', 'DESC'],
      ['id', 'DESC'],
    ],
    transaction,
  });
  if (latest) await machine.update({ meter: latest.value, meterUnit: latest.unit }, { transaction });
}

/** Takes down a reading of a machine's meter. */
export async function readMeter(
  db: ShopDatabase,
  by: ReadBy,
  machineId: number,
  reading: { readonly value: number; readonly unit: MeterUnit },
): Promise<Outcome<{ id: number }>> {
  return db.transact(async (transaction) => {
    const machine = await db.models.Machine.findOne({ where: { id: machineId, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!machine) return refused('Another user deleted this machine.');
    await logMeter(db, by, machine, reading, transaction);
    await deriveFollowUps(db, [machine.id]);
    return done({ id: machine.id });
  });
}

/** Readings of a machine's meter, the latest first. */
export async function meterLog(db: ShopDatabase, machineId: number): Promise<LoggedReading[]> {
  const rows = await db.sequelize.query<{ id: number; value: number; unit: MeterUnit; personId: number | null; at: Date }>(
    `SELECT r.id, r.value, r.unit, r.person_id AS "personId", r.at FROM meter_readings r JOIN machines m ON m.id = r.machine_id
     WHERE m.shop_id = $1 AND m.id = $2 ORDER BY r.at DESC, r.id DESC`,
    { bind: [db.shopId, machineId], type: QueryTypes.SELECT },
  );
  const names = await namesOf(db, rows);
  return rows.map(({ id, value, unit, personId, at }) => ({ id, value, unit, by: names(personId), at: at.toISOString() }));
}
