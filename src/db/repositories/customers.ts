import { ROW_TO_CHANGE, type ShopDatabase } from '../connection';
import { listPage, type ListQuery } from '../find';
import { done, refused, stale, onUniqueViolation } from '../outcome';
import type { Customer, CustomerLine, ListPage, Outcome } from '../../contract/records';

/** A page of customers by name; words are found in name and contact. */
export const listCustomers = (db: ShopDatabase, query: ListQuery): Promise<ListPage<CustomerLine>> =>
  listPage<CustomerLine>(
    db,
    {
      select: 'c.id, c.name, c.contact, (SELECT count(*)::int FROM machines m WHERE m.customer_id = c.id) AS machines',
      from: 'customers c',
      where: 'c.shop_id = $1',
      values: [db.shopId],
      matches: 'c.find_text LIKE ? OR lower(c.contact) LIKE ?',
      order: 'c.name, c.id',
    },
    query,
  );

export async function findCustomer(db: ShopDatabase, id: number): Promise<Customer | null> {
  const row = await db.models.Customer.findOne({ where: { shopId: db.shopId, id }, raw: true });
  return row && { id: row.id, name: row.name, contact: row.contact, version: row.version };
}

/** Machines of a customer, by name. */
export async function machinesOf(db: ShopDatabase, customerId: number): Promise<{ id: number; name: string }[]> {
  return db.models.Machine.findAll({
    where: { shopId: db.shopId, customerId },
    attributes: ['id', 'name'],
    order: [['name', 'ASC']],
    raw: true,
  });
}

/** Adds a customer, or changes one over the version that was read. No two of a shop have one name. */
export async function saveCustomer(
  db: ShopDatabase,
  fields: { readonly name: string; readonly contact: string },
  existing?: { readonly id: number; readonly version: number },
): Promise<Outcome<Customer, Customer>> {
  return onUniqueViolation(`A customer named “${fields.name}” already exists.`, () =>
    db.transact(async (transaction) => {
      const plain = ({ id, name, contact, version }: Customer): Customer => ({ id, name, contact, version });
      if (!existing) return done(plain(await db.models.Customer.create({ shopId: db.shopId, ...fields }, { transaction })));
      const row = await db.models.Customer.findOne({ where: { shopId: db.shopId, id: existing.id }, transaction, lock: ROW_TO_CHANGE });
      if (!row) return refused('Another user deleted this customer.');
      if (row.version !== existing.version) return stale('customer', plain(row));
      return done(plain(await row.update({ ...fields, version: row.version + 1 }, { transaction })));
    }),
  );
}
