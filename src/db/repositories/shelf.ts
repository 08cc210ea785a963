import { QueryTypes, type Transaction } from 'sequelize';
import { shelfKey } from '../../formats/shelf-csv';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { listPage, type ListQuery } from '../find';
import type { ShelfBeltRow } from '../rows';
import { done, refused, stale, onUniqueViolation } from '../outcome';
import type { PackedShelf } from '../../contract/packed-shelf';
import type { Outcome, ShelfBelt, ShelfBeltFields } from '../../contract/records';

export const plainShelfBelt = (row: ShelfBeltRow): ShelfBelt => ({
  id: row.id,
  designation: row.designation,
  section: row.section,
  lengthMm: row.lengthMm,
  lengthReference: row.lengthReference,
  lengthTyped: row.lengthTyped,
  quantity: row.quantity,
  bin: row.bin,
  priceCents: row.priceCents,
  supplierNote: row.supplierNote,
  wanted: row.wanted,
  version: row.version,
});

const SHELF_ORDER: [string, string][] = [
  ['section', 'ASC'],
  ['designation', 'ASC'],
  ['id', 'ASC'],
];

const taken = (fields: ShelfBeltFields) =>
  `${fields.designation ?? 'This belt'} is already in bin ${fields.bin || '(none)'}. Change its quantity instead.`;

export async function listShelf(db: ShopDatabase): Promise<ShelfBelt[]> {
  return (
    await db.models.ShelfBelt.findAll({
      where: { shopId: db.shopId },
      order: SHELF_ORDER,
      raw: true,
    })
  ).map(plainShelfBelt);
}

/** Column of each packed field. */
const PACKED: Readonly<Record<keyof ShelfBelt, string>> = {
  id: 'id',
  designation: 'designation',
  section: 'section',
  lengthMm: 'length_mm',
  lengthReference: 'length_reference',
  lengthTyped: 'length_typed',
  quantity: 'quantity',
  bin: 'bin',
  priceCents: 'price_cents',
  supplierNote: 'supplier_note',
  wanted: 'wanted',
  version: 'version',
};

/** All belts in stock, packed by the database: thousands of rows never become objects of the server. */
export async function packedShelf(db: ShopDatabase): Promise<PackedShelf> {
  const [row] = await db.sequelize.query<{ belts: string | null }>(
    `SELECT string_agg(json_build_array(${Object.values(PACKED).join(', ')})::text, ',' ORDER BY section, designation, id) AS belts
     FROM shelf_belts WHERE shop_id = $1`,
    { bind: [db.shopId], type: QueryTypes.SELECT },
  );
  return `[${JSON.stringify(Object.keys(PACKED))}${row?.belts ? `,${row.belts}` : ''}]` as PackedShelf;
}

/** Belts by number, measured size, bin or note. */
export async function findShelf(db: ShopDatabase, query: ListQuery): Promise<ShelfBelt[]> {
  const { rows } = await listPage<{ id: number }>(
    db,
    {
      select: 's.id',
      from: 'shelf_belts s',
      where: 's.shop_id = $1',
      values: [db.shopId],
      matches: `lower(concat_ws(' ', s.designation, s.section, s.length_typed, s.bin, s.supplier_note)) LIKE ?`,
      order: 's.section, s.designation, s.id',
    },
    query,
  );
  return (await db.models.ShelfBelt.findAll({ where: { shopId: db.shopId, id: rows.map((r) => r.id) }, order: SHELF_ORDER })).map(
    plainShelfBelt,
  );
}

export async function findShelfBelt(db: ShopDatabase, id: number): Promise<ShelfBelt | null> {
  const row = await db.models.ShelfBelt.findOne({ where: { id, shopId: db.shopId } });
  return row ? plainShelfBelt(row) : null;
}

export async function addShelfBelt(db: ShopDatabase, fields: ShelfBeltFields): Promise<Outcome<ShelfBelt>> {
  return onUniqueViolation(taken(fields), async () =>
    done(plainShelfBelt(await db.models.ShelfBelt.create({ shopId: db.shopId, ...fields }))),
  );
}

/**
 * Adds belts that are out of stock to the order list: the row with that number in any bin, or a new row with count 0.
 * `count` replaces the ordered count.
 */
export async function orderBelt(
  db: ShopDatabase,
  belt: { readonly designation: string; readonly section: string },
  count: number,
): Promise<Outcome<ShelfBelt>> {
  return db.transact(async (transaction) => {
    // Two orders of a size that is not there yet would both add it.
    await db.models.Shop.findByPk(db.shopId, { transaction, lock: ROW_TO_CHANGE });
    const wanted = shelfKey({ ...belt, lengthMm: null, lengthReference: null, bin: '' });
    const rows = await db.models.ShelfBelt.findAll({
      where: { shopId: db.shopId, section: belt.section },
      order: [['id', 'ASC']],
      transaction,
      lock: ROW_TO_CHANGE,
    });
    const row = rows.find((r) => shelfKey({ ...plainShelfBelt(r), bin: '' }) === wanted);
    if (row) return done(plainShelfBelt(await row.update({ wanted: count, version: row.version + 1 }, { transaction })));
    const blank = { lengthMm: null, lengthReference: null, lengthTyped: null, quantity: 0, bin: '', priceCents: null, supplierNote: '' };
    return done(plainShelfBelt(await db.models.ShelfBelt.create({ shopId: db.shopId, ...belt, ...blank, wanted: count }, { transaction })));
  });
}

export async function changeShelfBelt(
  db: ShopDatabase,
  id: number,
  version: number,
  fields: ShelfBeltFields,
): Promise<Outcome<ShelfBelt, ShelfBelt>> {
  return onUniqueViolation(taken(fields), () =>
    db.transact(async (transaction) => {
      const row = await db.models.ShelfBelt.findOne({ where: { id, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
      if (!row) return refused('Another user deleted this belt.');
      if (row.version !== version) return stale('belt', plainShelfBelt(row));
      await row.update({ ...fields, version: version + 1 }, { transaction });
      return done(plainShelfBelt(row));
    }),
  );
}

/** Most that one place holds. */
const MOST_OF_A_BELT = 100_000;

/** Counts a place up or down from what it holds. */
export async function countShelfBelt(db: ShopDatabase, id: number, by: number): Promise<Outcome<ShelfBelt>> {
  return db.transact(async (transaction) => {
    const row = await db.models.ShelfBelt.findOne({ where: { id, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!row) return refused('Another user deleted this belt.');
    const quantity = row.quantity + by;
    if (quantity < 0) return refused(`${row.quantity} in stock. ${-by} cannot be taken.`);
    if (quantity > MOST_OF_A_BELT) return refused('Enter at most 100,000.');
    await row.update({ quantity, version: row.version + 1 }, { transaction });
    return done(plainShelfBelt(row));
  });
}

/** Takes a place off the shelf as it was seen: one that was counted up or down since is handed back, not removed. */
export async function removeShelfBelt(db: ShopDatabase, id: number, version: number): Promise<Outcome<ShelfBelt, ShelfBelt>> {
  return db.transact(async (transaction) => {
    const row = await db.models.ShelfBelt.findOne({ where: { id, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!row) return refused('This belt is already deleted.');
    if (row.version !== version) return stale('belt', plainShelfBelt(row));
    await row.destroy({ transaction });
    return done(plainShelfBelt(row));
  });
}

/**
 * Returns belts to stock: to their row, or to one of the same belt in the same bin. If both were deleted, a new row is
 * created.
 */
export async function putBack(
  db: ShopDatabase,
  place: { readonly id: number; readonly fields: Omit<ShelfBeltFields, 'quantity'> },
  pieces: number,
  transaction: Transaction,
): Promise<void> {
  const { ShelfBelt } = db.models;
  await db.models.Shop.findByPk(db.shopId, { transaction, lock: ROW_TO_CHANGE });
  const wanted = shelfKey(place.fields);
  const row =
    (await ShelfBelt.findOne({ where: { id: place.id, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE })) ??
    (await ShelfBelt.findAll({ where: { shopId: db.shopId, bin: place.fields.bin }, transaction, lock: ROW_TO_CHANGE })).find(
      (r) => shelfKey(r) === wanted,
    );
  if (row) await row.update({ quantity: row.quantity + pieces, version: row.version + 1 }, { transaction });
  else await ShelfBelt.create({ shopId: db.shopId, ...place.fields, quantity: pieces }, { transaction });
}
