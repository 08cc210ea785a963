import { describe, expect, it } from 'vitest';
import { customers, type Database } from '.';

/** Two uses that the type check must refuse: `npm run typecheck` fails if it allows one. */
export const unscoped = {
  // @ts-expect-error A repository needs a shop.
  repository: (db: Database) => customers.findCustomer(db, 1),
  // @ts-expect-error Tables with records of shops need a shop.
  table: (db: Database) => db.models.Customer.findAll(),
};

describe('records of shops', () => {
  it('cannot be read without a shop', () => {
    expect(Object.keys(unscoped)).toHaveLength(2);
  });
});
