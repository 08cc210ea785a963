import type { ShelfRow } from '../../formats/shelf-csv';
import type { Database } from '../connection';
import type { ShelfBeltRow } from '../models';
import { done, refused, stale, unlessTaken, type Outcome } from '../outcome';

/** What one place on the shelf holds: belts of a printed number, or of a measured size. */
export type ShelfBeltFields = ShelfRow;

export interface ShelfBelt extends ShelfBeltFields {
  readonly id: number;
  readonly version: number;
}

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
  version: row.version,
});

const taken = (fields: ShelfBeltFields) =>
  `${fields.designation ?? 'This belt'} is already in bin ${fields.bin || '(none)'}; change its quantity instead.`;

export async function listShelf(db: Database, shopId: number): Promise<ShelfBelt[]> {
  return (
    await db.models.ShelfBelt.findAll({
      where: { shopId },
      order: [
        ['section', 'ASC'],
        ['designation', 'ASC'],
        ['id', 'ASC'],
      ],
    })
  ).map(plainShelfBelt);
}

export async function addShelfBelt(db: Database, shopId: number, fields: ShelfBeltFields): Promise<Outcome<ShelfBelt>> {
  return unlessTaken(taken(fields), async () => done(plainShelfBelt(await db.models.ShelfBelt.create({ shopId, ...fields }))));
}

/** Adds many rows or none; a row of a number and bin that are there already adds to its quantity. Returns how many were new and how many added to. */
export async function importShelf(
  db: Database,
  shopId: number,
  rows: readonly ShelfBeltFields[],
): Promise<{ added: number; increased: number }> {
  return db.sequelize.transaction(async (transaction) => {
    let increased = 0;
    for (const fields of rows) {
      const row =
        fields.designation === null
          ? null
          : await db.models.ShelfBelt.findOne({
              where: { shopId, designation: fields.designation, bin: fields.bin },
              transaction,
              lock: true,
            });
      if (row) {
        increased++;
        await row.update(
          {
            quantity: row.quantity + fields.quantity,
            priceCents: fields.priceCents ?? row.priceCents,
            supplierNote: fields.supplierNote || row.supplierNote,
            version: row.version + 1,
          },
          { transaction },
        );
      } else await db.models.ShelfBelt.create({ shopId, ...fields }, { transaction });
    }
    return { added: rows.length - increased, increased };
  });
}

export async function changeShelfBelt(
  db: Database,
  shopId: number,
  id: number,
  version: number,
  fields: ShelfBeltFields,
): Promise<Outcome<ShelfBelt, ShelfBelt>> {
  return unlessTaken(taken(fields), () =>
    db.sequelize.transaction(async (transaction) => {
      const row = await db.models.ShelfBelt.findOne({ where: { id, shopId }, transaction, lock: true });
      if (!row) return refused('This belt was removed meanwhile.');
      if (row.version !== version) return stale('belt', plainShelfBelt(row));
      await row.update({ ...fields, version: version + 1 }, { transaction });
      return done(plainShelfBelt(row));
    }),
  );
}

export async function removeShelfBelt(db: Database, shopId: number, id: number): Promise<Outcome<ShelfBelt>> {
  const row = await db.models.ShelfBelt.findOne({ where: { id, shopId } });
  if (!row) return refused('This belt is already gone.');
  await row.destroy();
  return done(plainShelfBelt(row));
}
