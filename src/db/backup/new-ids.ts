import { QueryTypes } from 'sequelize';
import type { Database } from '../connection';
import type { Archive } from './archive';
import { InvalidArchive, rowsIn, rowsPath } from './lines';
import { BACKUP_TABLES, type BackupTable, type NewId } from './tables';

/** Largest number of a row in PostgreSQL. */
const LARGEST_ID = 2_147_483_647;

/** Tables with a number of their own. */
const NUMBERED = BACKUP_TABLES.filter((t) => t.key.length === 1 && t.key[0] === 'id' && t.randomIds !== true);

/** Numbers for the rows of an archive in a database. */
export interface NewIds {
  /** Every row keeps its id: the database was never used. */
  readonly same: boolean;
  readonly newId: NewId;
  /** Id in the archive of a row with a new id. */
  readonly oldId: NewId;
}

/** Ids of a table in an archive, ascending. @throws InvalidArchive for an id that no row can have */
async function idsIn(archive: Archive, table: BackupTable): Promise<Int32Array> {
  const ids: number[] = [];
  for await (const batch of rowsIn(archive, table))
    for (const line of batch) {
      const { id } = JSON.parse(line) as { readonly id?: unknown };
      if (typeof id !== 'number' || !Number.isInteger(id) || id < 1 || id > LARGEST_ID)
        throw new InvalidArchive(`A row in ${rowsPath(table)} has an invalid id.`);
      ids.push(id);
    }
  return Int32Array.from(ids).sort();
}

/** Position of an id in ascending ids. -1 if it is missing. */
function positionOf(ids: Int32Array, id: number): number {
  let [low, high] = [0, ids.length - 1];
  while (low <= high) {
    const middle = (low + high) >>> 1;
    const found = ids[middle]!;
    if (found === id) return middle;
    if (found < id) low = middle + 1;
    else high = middle - 1;
  }
  return -1;
}

/**
 * Reserves numbers for the rows of an archive. Inserts wait for this moment only, and none gets a reserved number. In a
 * database that was used before, the rows get one number each, in their order. A
 * reference to a deleted row becomes a negative number, which no row has.
 */
export async function reserveIds(db: Database, archive: Archive): Promise<NewIds> {
  const ids = new Map<string, Int32Array>();
  for (const table of NUMBERED) ids.set(table.name, await idsIn(archive, table));
  return db.transact(async () => {
    const used = new Map<string, number>();
    await db.sequelize.query(`LOCK TABLE ${NUMBERED.map((t) => t.name).join(', ')} IN EXCLUSIVE MODE`);
    for (const { name } of NUMBERED) {
      const [row] = await db.sequelize.query<{ used: number }>(
        `SELECT CASE WHEN is_called THEN last_value ELSE 0 END::integer AS used FROM ${name}_id_seq`,
        { type: QueryTypes.SELECT },
      );
      used.set(name, row?.used ?? 0);
    }
    const same = [...used.values()].every((last) => last === 0);
    for (const { name } of NUMBERED) {
      const own = ids.get(name)!;
      const last = same ? (own.at(-1) ?? 0) : used.get(name)! + own.length;
      if (last > 0) await db.sequelize.query(`SELECT setval('${name}_id_seq', $1)`, { bind: [last] });
    }
    if (same) return { same, newId: (_, id) => id, oldId: (_, id) => id };
    return {
      same,
      newId: (table, id) => {
        const at = positionOf(ids.get(table)!, id);
        return at < 0 ? -Math.abs(id) : used.get(table)! + 1 + at;
      },
      oldId: (table, id) => ids.get(table)![id - used.get(table)! - 1]!,
    };
  });
}
