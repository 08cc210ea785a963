import { Op } from 'sequelize';
import * as z from 'zod';
import { bySchema, readStored, type Form } from '../../core/stored';
import { shelfKey } from '../../formats/shelf-csv';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import type { ShelfBeltRow } from '../rows';
import { done, refused } from '../outcome';
import type { ImportAnswer, ImportMode, Outcome, ShelfBeltFields } from '../../contract/records';

const shelfFields = z.object({
  designation: z.string().nullable(),
  section: z.string().nullable(),
  lengthMm: z.number().nullable(),
  lengthReference: z.enum(['pitch', 'outside', 'inside']).nullable(),
  lengthTyped: z.string().nullable(),
  quantity: z.number(),
  bin: z.string(),
  priceCents: z.number().nullable(),
  supplierNote: z.string(),
});

/** One touched row: what it was, or null where the import made it; and the version the import left it at. */
const change = z.object({ rowId: z.number(), version: z.number(), before: shelfFields.nullable() });
type Change = z.infer<typeof change>;

const changesForm: Form<readonly Change[]> = {
  what: 'what this list changed',
  version: 1,
  upgrades: {},
  check: bySchema(z.array(change)),
};

const FIELDS = shelfFields.keyof().options;
/** Columns of a row that an import may change. */
const plain = (row: ShelfBeltRow): ShelfBeltFields => shelfFields.parse(row.get());

/**
 * Imports many rows or none. A row of the same belt in the same bin is the existing belt, in any notation of its
 * number. Repeated belts in a list are added first.
 * @param id of the command, for undoing the import
 */
export async function importShelf(
  db: ShopDatabase,
  id: string,
  rows: readonly ShelfBeltFields[],
  mode: ImportMode,
): Promise<Outcome<ImportAnswer>> {
  return db.transact(async (transaction) => {
    // Two imports of one shop wait for each other here.
    await db.models.Shop.findByPk(db.shopId, { transaction, lock: ROW_TO_CHANGE });
    const there = new Map<string, ShelfBeltRow>();
    for (const row of await db.models.ShelfBelt.findAll({
      where: { shopId: db.shopId },
      order: [['id', 'ASC']],
      transaction,
      lock: ROW_TO_CHANGE,
    })) {
      const key = shelfKey(row);
      if (!there.has(key)) there.set(key, row);
    }
    const wanted = new Map<string, ShelfBeltFields>();
    for (const row of rows) {
      const key = shelfKey(row);
      const first = wanted.get(key);
      wanted.set(
        key,
        first
          ? {
              ...first,
              quantity: first.quantity + row.quantity,
              priceCents: row.priceCents ?? first.priceCents,
              supplierNote: row.supplierNote || first.supplierNote,
            }
          : row,
      );
    }
    const changes: Change[] = [];
    const updated: (ShelfBeltFields & { id: number; shopId: number; version: number })[] = [];
    const fresh: ShelfBeltFields[] = [];
    let same = 0;
    for (const [key, row] of wanted) {
      const now = there.get(key);
      if (!now) {
        fresh.push(row);
        continue;
      }
      const before = plain(now);
      const after: ShelfBeltFields = {
        ...before,
        quantity: mode === 'add' ? before.quantity + row.quantity : row.quantity,
        priceCents: row.priceCents ?? before.priceCents,
        supplierNote: row.supplierNote || before.supplierNote,
      };
      if (FIELDS.every((f) => before[f] === after[f])) {
        same++;
        continue;
      }
      changes.push({ rowId: now.id, version: now.version + 1, before });
      updated.push({ ...after, id: now.id, shopId: db.shopId, version: now.version + 1 });
    }
    if (updated.length > 0)
      await db.models.ShelfBelt.bulkCreate(updated, {
        transaction,
        updateOnDuplicate: ['quantity', 'priceCents', 'supplierNote', 'version'],
      });
    const made = await db.models.ShelfBelt.bulkCreate(
      fresh.map((fields) => ({ shopId: db.shopId, ...fields })),
      { transaction, returning: true },
    );
    for (const row of made) changes.push({ rowId: row.id, version: row.version, before: null });
    const answer: ImportAnswer = { id, added: made.length, changed: updated.length, same };
    await db.models.ShelfImport.create({ id, shopId: db.shopId, changes, takenBack: false }, { transaction });
    return done(answer);
  });
}

/**
 * Undoes an import as one: its new rows are deleted, and its changes reverted. Refused if any of its belts was changed
 * since.
 */
export async function undoImport(db: ShopDatabase, id: string): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    await db.models.Shop.findByPk(db.shopId, { transaction, lock: ROW_TO_CHANGE });
    const known = await db.models.ShelfImport.findOne({ where: { id, shopId: db.shopId }, transaction, lock: ROW_TO_CHANGE });
    if (!known) return refused('This import does not exist.');
    if (known.takenBack) return done(null);
    const read = readStored(changesForm, 1, known.changes);
    if (!read.ok) return refused(read.problem);
    const changes = read.value;
    const rows = new Map(
      (
        await db.models.ShelfBelt.findAll({
          where: { shopId: db.shopId, id: { [Op.in]: changes.map((c) => c.rowId) } },
          transaction,
          lock: ROW_TO_CHANGE,
        })
      ).map((r) => [r.id, r]),
    );
    const moved = changes.filter((c) => rows.get(c.rowId)?.version !== c.version);
    if (moved.length > 0) {
      const names = moved.slice(0, 3).map((c) => rows.get(c.rowId)?.designation ?? c.before?.designation ?? 'a measured belt');
      return refused(
        `${moved.length === 1 ? 'One belt of this list was' : `${moved.length} belts of this list were`} changed since (${names.join(', ')}). Nothing was undone. Correct the counts by hand.`,
      );
    }
    await db.models.ShelfBelt.destroy({
      where: { shopId: db.shopId, id: { [Op.in]: changes.filter((c) => c.before === null).map((c) => c.rowId) } },
      transaction,
    });
    const restored = changes.flatMap((c) =>
      c.before === null ? [] : [{ ...c.before, id: c.rowId, shopId: db.shopId, version: c.version + 1 }],
    );
    if (restored.length > 0)
      await db.models.ShelfBelt.bulkCreate(restored, {
        transaction,
        updateOnDuplicate: ['quantity', 'priceCents', 'supplierNote', 'version'],
      });
    await known.update({ takenBack: true }, { transaction });
    return done(null);
  });
}
