import { Op, type Transaction } from 'sequelize';
import { factOf, factSchema, isFact, type FactId, type Facts, type Known } from '../../core/machine';
import type { ShopDatabase } from '../connection';
import { namesOf } from './people';

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
