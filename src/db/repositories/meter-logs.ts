import { QueryTypes } from 'sequelize';
import type { MeterReading } from '../../core/machine';
import type { MeterUnit } from '../../core/quantity';
import type { ShopDatabase } from '../connection';

/** Meter readings of several machines, by machine. */
export async function meterLogs(db: ShopDatabase, machineIds: readonly number[]): Promise<ReadonlyMap<number, MeterReading[]>> {
  const rows = await db.sequelize.query<{ machineId: number; value: number; unit: MeterUnit; at: Date }>(
    `SELECT r.machine_id AS "machineId", r.value, r.unit, r.at FROM meter_readings r JOIN machines m ON m.id = r.machine_id
     WHERE m.shop_id = $1 AND m.id = ANY ($2)`,
    { bind: [db.shopId, [...machineIds]], type: QueryTypes.SELECT },
  );
  const logs = new Map<number, MeterReading[]>();
  for (const { machineId, value, unit, at } of rows)
    logs.set(machineId, [...(logs.get(machineId) ?? []), { value, unit, at: at.toISOString() }]);
  return logs;
}
