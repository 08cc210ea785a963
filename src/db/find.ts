import { QueryTypes } from 'sequelize';
import type { ShopDatabase } from './connection';
import type { ListPage } from '../contract/records';

/** Which rows of a list: those that hold every word, `limit` of them from the one at `offset` on. */
export interface ListQuery {
  readonly find?: string;
  readonly offset?: number;
  readonly limit: number;
  /** Skips the count of all rows. `total` is then the number of rows. */
  readonly uncounted?: boolean;
}

/** More words than these are not looked for. */
const MOST_WORDS = 8;

/** The words of what was typed to find something, as patterns that match anywhere. */
export function wordPatterns(find = ''): string[] {
  // An address can hold what no text in the database does.
  return find
    .replaceAll('\0', ' ')
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)
    .slice(0, MOST_WORDS)
    .map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`);
}

/**
 * A page of rows by SQL: `from` with its joins and conditions, `order` and the selection. Every word must satisfy
 * `matches`, with `?` for its pattern. It is a condition. With `id` it selects the ids of matching rows, for words in
 * several tables.
 */
export async function listPage<Row extends object>(
  db: ShopDatabase,
  {
    select,
    from,
    where,
    values,
    matches,
    id,
    order,
  }: { select: string; from: string; where: string; values: readonly unknown[]; matches: string; id?: string; order: string },
  { find, offset = 0, limit, uncounted = false }: ListQuery,
): Promise<ListPage<Row>> {
  const patterns = wordPatterns(find);
  const all = [...values];
  const each = patterns.map((pattern) => `(${matches.replaceAll('?', `$${all.push(pattern)}`)})`);
  const words = id === undefined || each.length === 0 ? each : [`${id} IN (${each.join(' INTERSECT ')})`];
  const conditions = [where, ...words].join(' AND ');
  const ask = <T extends object>(sql: string) => db.sequelize.query<T>(sql, { bind: all, type: QueryTypes.SELECT });
  const [rows, counted] = await Promise.all([
    ask<Row>(`SELECT ${select} FROM ${from} WHERE ${conditions} ORDER BY ${order} LIMIT ${limit} OFFSET ${offset}`),
    uncounted ? null : ask<{ total: string }>(`SELECT count(*) AS total FROM ${from} WHERE ${conditions}`),
  ]);
  return { rows, total: counted ? Number(counted[0]?.total ?? 0) : rows.length, size: limit };
}
