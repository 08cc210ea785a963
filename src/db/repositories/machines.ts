import type { Transaction } from 'sequelize';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { listPage, type ListQuery } from '../find';
import type { MachineRow } from '../rows';
import { done, refused, stale } from '../outcome';
import { deriveFollowUps } from './follow-ups';
import { logMeter } from './meters';
import type { ListPage, Machine, MachineFields, MachineLine, Outcome } from '../../contract/records';

async function plainMany(db: ShopDatabase, rows: readonly MachineRow[], transaction?: Transaction): Promise<Machine[]> {
  const options = transaction ? { transaction } : {};
  const links = await db.models.MachineDrive.findAll({ where: { machineId: rows.map((r) => r.id) }, ...options });
  const customers = new Map(
    (
      await db.models.Customer.findAll({ where: { id: rows.flatMap((r) => (r.customerId === null ? [] : [r.customerId])) }, ...options })
    ).map((c) => [c.id, c.name]),
  );
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    maker: row.maker,
    model: row.model,
    serial: row.serial,
    meter: row.meter,
    meterUnit: row.meterUnit,
    notes: row.notes,
    customerId: row.customerId,
    version: row.version,
    customer: row.customerId === null ? '' : (customers.get(row.customerId) ?? ''),
    driveIds: links.filter((l) => l.machineId === row.id).map((l) => l.driveId),
  }));
}

/** A page of machines by name; words are found in name, maker, model, serial number and customer. */
export const listMachines = (db: ShopDatabase, query: ListQuery): Promise<ListPage<MachineLine>> =>
  listPage<MachineLine>(
    db,
    {
      select: `m.id, m.name, m.maker, m.model, m.serial, coalesce(c.name, '') AS customer, m.meter, m.meter_unit AS "meterUnit"`,
      from: 'machines m LEFT JOIN customers c ON c.id = m.customer_id',
      where: 'm.shop_id = $1',
      values: [db.shopId],
      matches: 'm.find_text LIKE ? OR c.find_text LIKE ?',
      order: 'm.name, m.id',
    },
    query,
  );

/** Name of a machine. Null if the id does not exist. */
export const nameOf = async (db: ShopDatabase, id: number): Promise<string | null> =>
  (await db.models.Machine.findOne({ where: { shopId: db.shopId, id }, attributes: ['name'], raw: true }))?.name ?? null;

export async function findMachine(db: ShopDatabase, id: number): Promise<Machine | null> {
  const row = await db.models.Machine.findOne({ where: { id, shopId: db.shopId } });
  return row ? ((await plainMany(db, [row]))[0] ?? null) : null;
}

/** Names of customers that hold every word. */
export async function findCustomers(db: ShopDatabase, query: ListQuery): Promise<string[]> {
  const { rows } = await listPage<{ name: string }>(
    db,
    { select: 'c.name', from: 'customers c', where: 'c.shop_id = $1', values: [db.shopId], matches: 'c.find_text LIKE ?', order: 'c.name' },
    query,
  );
  return rows.map((r) => r.name);
}

/**
 * Adds a machine, or changes the version that was read. Its customer, drives and meter reading are written in the same
 * transaction.
 */
export async function saveMachine(
  db: ShopDatabase,
  by: { readonly personId: number | null; readonly at: Date },
  fields: MachineFields,
  existing?: { id: number; version: number },
): Promise<Outcome<Machine, Machine>> {
  return db.transact(async (transaction) => {
    const { shopId } = db;
    const { customer, driveIds, meter, meterUnit, ...columns } = fields;
    const known = await db.models.Drive.count({ where: { id: [...driveIds], shopId }, transaction });
    if (known !== new Set(driveIds).size) return refused('Another user deleted one of these drives. Choose again.');
    const before = existing && (await db.models.Machine.findOne({ where: { id: existing.id, shopId }, transaction, lock: ROW_TO_CHANGE }));
    if (existing && !before) return refused('Another user deleted this machine.');
    if (existing && before && before.version !== existing.version)
      return stale('machine', (await plainMany(db, [before], transaction))[0]!);
    // Only what is saved makes a customer.
    const name = customer.trim();
    const customerId =
      name === ''
        ? null
        : (await db.models.Customer.findOrCreate({ where: { shopId, name }, defaults: { shopId, name, contact: '' }, transaction }))[0].id;
    const row = before
      ? await before.update({ ...columns, customerId, version: before.version + 1 }, { transaction })
      : await db.models.Machine.create({ shopId, customerId, ...columns, meter: null, meterUnit }, { transaction });
    if (meter === null) await row.update({ meter, meterUnit }, { transaction });
    else if (row.meter !== meter || row.meterUnit !== meterUnit)
      await logMeter(db, by, row, { value: meter, unit: meterUnit }, transaction);
    await db.models.MachineDrive.destroy({ where: { machineId: row.id }, transaction });
    await db.models.MachineDrive.bulkCreate(
      [...new Set(driveIds)].map((driveId) => ({ machineId: row.id, driveId })),
      { transaction },
    );
    await deriveFollowUps(db, [row.id]);
    return done((await plainMany(db, [row], transaction))[0]!);
  });
}
