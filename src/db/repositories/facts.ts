import { Op, type Transaction } from 'sequelize';
import { factOf, factSchema, isFact, type FactId, type Facts, type FactValue, type Known } from '../../core/machine';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { done, refused } from '../outcome';
import { namesOf } from './people';
import type { Outcome } from '../../contract/records';

/** Owner of a fact: machine or drive. */
export type Subject = { readonly machineId: number } | { readonly driveId: number };

/**
 * Known facts of a machine and its drives, by id. Empty for those of another shop. An unreadable fact counts as
 * unknown.
 */
export async function factsOf(
  db: ShopDatabase,
  ids: { readonly machineId: number | null; readonly driveIds: readonly number[] },
  transaction?: Transaction,
): Promise<{ readonly machine: Facts; readonly drives: Readonly<Record<number, Facts>> }> {
  const rows = await db.models.Fact.findAll({
    where: { shopId: db.shopId, [Op.or]: [{ machineId: ids.machineId ?? 0 }, { driveId: [...ids.driveIds] }] },
    raw: true,
    ...(transaction ? { transaction } : {}),
  });
  const names = await namesOf(db, rows);
  const machine: Partial<Record<FactId, Known>> = {};
  const drives: Record<number, Partial<Record<FactId, Known>>> = {};
  for (const row of rows) {
    if (!isFact(row.fact)) continue;
    const read = factSchema(factOf(row.fact)).safeParse(row.value);
    if (!read.success) continue;
    const known = { value: read.data, by: names(row.personId), at: row.at.toISOString() };
    if (row.driveId === null) machine[row.fact] = known;
    else (drives[row.driveId] ??= {})[row.fact] = known;
  }
  return { machine, drives };
}

/** Stores a fact with author and date, replacing the earlier one. Null deletes it. */
export async function setFact(
  db: ShopDatabase,
  by: { readonly personId: number; readonly at: Date },
  subject: Subject,
  fact: FactId,
  value: FactValue | null,
): Promise<Outcome<null>> {
  return db.transact(async (transaction) => {
    const of = factOf(fact).of;
    if ((of === 'drive') !== 'driveId' in subject) return refused(`This fact belongs to the ${of}.`);
    const where = { shopId: db.shopId, ...subject };
    const there =
      'driveId' in subject
        ? await db.models.Drive.findOne({ where: { shopId: db.shopId, id: subject.driveId }, transaction, lock: ROW_TO_CHANGE })
        : await db.models.Machine.findOne({ where: { shopId: db.shopId, id: subject.machineId }, transaction, lock: ROW_TO_CHANGE });
    if (!there) return refused(`This ${of} was deleted.`);
    await db.models.Fact.destroy({ where: { ...where, fact }, transaction });
    if (value !== null) await db.models.Fact.create({ ...where, fact, value, personId: by.personId, at: by.at }, { transaction });
    return done(null);
  });
}
