import { QueryTypes } from 'sequelize';
import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { done, refused, stale } from '../outcome';
import { deriveFollowUps } from './follow-ups';
import type { Customer, Outcome } from '../../contract/records';

/** Text in the place of an erased name or contact. */
const ERASED = '(erased)';
/** A shorter line of contact details, such as a floor, would also match ordinary words. */
const SHORTEST = 5;

/** Text columns that may hold the name or the contact details of a customer, for the machines in `$2`. */
const TEXTS: readonly (readonly [table: string, columns: readonly string[], where: string])[] = [
  ['machines', ['name', 'notes'], 'id = ANY ($2)'],
  ['jobs', ['title', 'complaint'], 'machine_id = ANY ($2)'],
  ['documents', ['name'], '(machine_id = ANY ($2) OR job_id IN (SELECT id FROM jobs WHERE machine_id = ANY ($2)))'],
  ['notebooks', ['name'], 'machine_id = ANY ($2)'],
  ['follow_up_answers', ['subject', 'reason'], 'machine_id = ANY ($2)'],
  ['trials', ['note'], 'entry_id IN (SELECT e.id FROM ticket_entries e JOIN jobs j ON j.id = e.job_id WHERE j.machine_id = ANY ($2))'],
];
/** JSON columns that may hold them, for the same machines. */
const DOCUMENTS: readonly (readonly [table: string, column: string, where: string])[] = [
  ['ticket_entries', 'body', 'job_id IN (SELECT id FROM jobs WHERE machine_id = ANY ($2))'],
  ['notebooks', 'document', 'machine_id = ANY ($2)'],
];
/** Answers to commands hold the records that they saved, of any machine. */
const ANSWERS = ['acts', 'answer', 'shop_id = $2 AND answer IS NOT NULL'] as const;

const escaped = (text: string): string => text.replace(/[\\^$.*+?()[\]{}|]/g, '\\$&');

/** Pattern of PostgreSQL for the name and for each line of the contact details, as whole words. */
const patternOf = (parts: readonly string[]): string => `(?<![[:alnum:]])(${parts.map(escaped).join('|')})(?![[:alnum:]])`;

/**
 * Erases a customer: the record, and the name and contact details in the texts of their machines and jobs. Machines,
 * tickets and readings stay, without an owner.
 */
export async function eraseCustomer(
  db: ShopDatabase,
  { id, version }: { readonly id: number; readonly version: number },
): Promise<Outcome<{ readonly machines: number }, Customer>> {
  return db.transact(async (transaction) => {
    const row = await db.models.Customer.findOne({ where: { shopId: db.shopId, id }, transaction, lock: ROW_TO_CHANGE });
    if (!row) return refused('Another user deleted this customer.');
    if (row.version !== version) return stale('customer', { id, name: row.name, contact: row.contact, version: row.version });
    const machines = await db.sequelize.query<{ id: number }>('SELECT id FROM machines WHERE shop_id = $1 AND customer_id = $2', {
      bind: [db.shopId, id],
      type: QueryTypes.SELECT,
    });
    const ids = machines.map((m) => m.id);
    const lines = row.contact.split(/[\n,;]/).map((line) => line.trim());
    const parts = [row.name, ...lines.filter((line) => line.length >= SHORTEST)];
    await eraseFrom(db, patternOf(parts), ids);
    // Inside of JSON, quotation marks and backslashes are written with a backslash.
    await eraseFromDocuments(db, patternOf(parts.map((p) => JSON.stringify(p).slice(1, -1))), ids);
    await row.destroy({ transaction });
    // Notes of a closing line are in the follow-ups, too.
    await deriveFollowUps(db, ids);
    return done({ machines: ids.length });
  });
}

async function eraseFrom(db: ShopDatabase, pattern: string, machineIds: readonly number[]): Promise<void> {
  for (const [table, columns, where] of TEXTS) {
    const set = columns.map((c) => `${c} = regexp_replace(${c}, $1, '${ERASED}', 'gi')`).join(', ');
    const found = columns.map((c) => `${c} ~* $1`).join(' OR ');
    await db.sequelize.query(`UPDATE ${table} SET ${set} WHERE ${where} AND (${found})`, { bind: [pattern, [...machineIds]] });
  }
}

async function eraseFromDocuments(db: ShopDatabase, pattern: string, machineIds: readonly number[]): Promise<void> {
  const erase = ([table, column, where]: (typeof DOCUMENTS)[number], of: unknown) =>
    db.sequelize.query(
      `UPDATE ${table} SET ${column} = regexp_replace(${column}::text, $1, '${ERASED}', 'gi')::jsonb WHERE ${where} AND ${column}::text ~* $1`,
      { bind: [pattern, of] },
    );
  for (const place of DOCUMENTS) await erase(place, [...machineIds]);
  await erase(ANSWERS, db.shopId);
}
