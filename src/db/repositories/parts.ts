import { Op, type Transaction } from 'sequelize';
import type { PartFitted } from '../../core/job';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { listPage, type ListQuery } from '../find';
import { done, refused, stale } from '../outcome';
import type { ListPage, Outcome, Part, PartFields } from '../../contract/records';

const plain = ({ id, name, number, quantity, bin, priceCents, fitsDriveId, supplyDays, version }: Part): Part => ({
  id,
  name,
  number,
  quantity,
  bin,
  priceCents,
  fitsDriveId,
  supplyDays,
  version,
});

/** A page of parts by name; words are found in name, number and bin. */
export const listParts = (db: ShopDatabase, query: ListQuery): Promise<ListPage<Part>> =>
  listPage<Part>(
    db,
    {
      select:
        'p.id, p.name, p.number, p.quantity, p.bin, p.price_cents AS "priceCents", p.fits_drive_id AS "fitsDriveId", p.supply_days AS "supplyDays", (SELECT d.name FROM drives d WHERE d.id = p.fits_drive_id) AS "fitsDrive", p.version',
      from: 'parts p',
      where: 'p.shop_id = $1',
      values: [db.shopId],
      matches: "lower(p.name || ' ' || p.number || ' ' || p.bin) LIKE ?",
      order: 'p.name, p.id',
    },
    query,
  );

/** Parts that are spare belts of variable drives. */
export async function spareBelts(db: ShopDatabase): Promise<Part[]> {
  const rows = await db.models.Part.findAll({ where: { shopId: db.shopId, fitsDriveId: { [Op.ne]: null } }, order: [['id', 'ASC']] });
  return rows.map(plain);
}

/** Adds a part, or changes one over the version that was read. The drive that it fits is one of the shop's own. */
export async function savePart(
  db: ShopDatabase,
  fields: PartFields,
  existing?: { readonly id: number; readonly version: number },
): Promise<Outcome<Part, Part>> {
  return db.transact(async (transaction) => {
    const { fitsDriveId } = fields;
    if (fitsDriveId !== null && (await db.models.Drive.count({ where: { shopId: db.shopId, id: fitsDriveId }, transaction })) === 0)
      return refused('This drive was deleted. Choose another.');
    if (!existing) return done(plain(await db.models.Part.create({ shopId: db.shopId, ...fields }, { transaction })));
    const row = await db.models.Part.findOne({ where: { shopId: db.shopId, id: existing.id }, transaction, lock: ROW_TO_CHANGE });
    if (!row) return refused('Another user deleted this part from stock.');
    if (row.version !== existing.version) return stale('part', plain(row));
    return done(plain(await row.update({ ...fields, version: row.version + 1 }, { transaction })));
  });
}

export async function removePart(db: ShopDatabase, id: number): Promise<Outcome<null>> {
  const gone = await db.models.Part.destroy({ where: { shopId: db.shopId, id } });
  return gone > 0 ? done(null) : refused('Another user deleted this part from stock.');
}

/**
 * Returns parts to stock: to their row, or to one with the same name, number and bin. If that was deleted, it is
 * created again.
 */
export async function putPartBack(
  db: ShopDatabase,
  { partId, name, number, bin, quantity, priceCents }: PartFitted,
  transaction: Transaction,
): Promise<void> {
  const { Part: Parts } = db.models;
  const row =
    (await Parts.findOne({ where: { shopId: db.shopId, id: partId }, transaction, lock: ROW_TO_CHANGE })) ??
    (await Parts.findOne({ where: { shopId: db.shopId, name, number, bin }, transaction, lock: ROW_TO_CHANGE }));
  if (row) await row.update({ quantity: row.quantity + quantity, version: row.version + 1 }, { transaction });
  else await Parts.create({ shopId: db.shopId, name, number, bin, quantity, priceCents }, { transaction });
}
